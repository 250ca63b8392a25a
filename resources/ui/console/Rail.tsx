import { useEffect, useRef } from 'react';
import { useLocation } from 'react-router';
import { Button } from '../kit/Button';
import { IconButton } from '../kit/SmallButtons';
import { Key } from '../kit/Marks';
import { RailLine, RailStation } from '../kit/Rail';
import { grouped } from '../text/figures';
import { api, leave, useOverview, useStations } from './api';

/** The navigation as an instrument: the stations of an account's life on one line, each with its figure. */
export function Rail({ name, onFind, onKeys }: { name: string; onFind: () => void; onKeys: () => void }) {
  const overview = useOverview();
  const stations = useStations();
  const figures = new Map(overview.data?.stations.map((station) => [station.station, station]));
  const nav = useRef<HTMLElement>(null);
  const { pathname } = useLocation();
  useEffect(() => {
    nav.current?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [pathname]);
  return (
    <RailLine
      nav={nav}
      stations={stations.map(({ station, name: label, path }) => {
        const figure = figures.get(station);
        return (
          <RailStation
            key={station}
            to={path}
            name={label}
            figure={figure === undefined ? null : `${grouped(figure.figure)} ${figure.unit}`}
            calls={figure?.needs_attention === true}
          />
        );
      })}
    >
      <Button kind="prompt" onClick={onFind}>
        <span className="flex items-center gap-4">
          Find <Key>/</Key>
        </span>
      </Button>
      <IconButton label="Keys" title="Keys (?)" onClick={onKeys} className="max-lg:hidden">
        <Key>?</Key>
      </IconButton>
      <Button kind="quiet" size="small" onClick={() => leave(api)} title={`Signed in as ${name}`}>
        Sign out
      </Button>
    </RailLine>
  );
}
