import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { answer } from '../../api/client';
import { InlineLink } from '../../kit/Link';
import { Screen } from '../../kit/Layout';
import { QueryState } from '../../kit/QueryState';
import { api } from '../api';
import { ImportReport } from './ImportReport';
import { Planner } from './Planner';
import { SendFile } from './SendFile';

/** Accounts of another service: a file is sent, planned, checked row by row, and imported. */
export function ImportsScreen() {
  const { id } = useParams();
  return id === undefined ? <Imports /> : <Planner key={id} id={id} />;
}

function Imports() {
  const imports = useQuery({
    queryKey: ['imports'],
    queryFn: ({ signal }) => answer(api.GET('/imports', { signal })),
    refetchInterval: ({ state }) =>
      state.data?.items.some((one) => one.state === 'checking' || one.state === 'importing') === true ? 500 : 10_000,
  });
  return (
    <Screen title="Import accounts" aside={<InlineLink to="/accounts">All accounts</InlineLink>} isNarrow>
      <SendFile />
      <QueryState
        of={imports}
        what="the imports"
        isEmpty={imports.data?.items.length === 0}
        empty="Nothing has been imported yet."
      >
        {imports.data?.items.map((one) => (
          <ImportReport key={one.id} of={one} isListed />
        ))}
      </QueryState>
    </Screen>
  );
}
