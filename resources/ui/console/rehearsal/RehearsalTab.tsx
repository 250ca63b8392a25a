import { useSearchParams } from 'react-router';
import { DraftBar } from '../rules/DraftBar';
import { Foyer } from './Foyer';
import { Stage } from './Stage';

/** Journeys with a clock that one moves: chosen, played, kept as cases. */
export function RehearsalTab() {
  const [search, setSearch] = useSearchParams();
  const id = search.get('rehearsal');
  const open = (next: string | null) =>
    setSearch((before) => {
      if (next === null) before.delete('rehearsal');
      else before.set('rehearsal', next);
      return before;
    });
  return id === null ? (
    <>
      <Foyer onBegun={open} />
      <DraftBar />
    </>
  ) : (
    <Stage key={id} id={id} onEnded={() => open(null)} />
  );
}
