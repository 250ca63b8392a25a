import { Suspense } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { later } from '../../kit/later';
import { ListPane } from '../../kit/Layout';
import { AccountList } from './AccountList';
import { AccountPane } from './AccountPane';

const BulkPane = later(() => import('./BulkPane').then((module) => module.BulkPane));

/** The list, and beside it one account, or an act upon many. */
export function AccountsScreen() {
  const { id } = useParams();
  const [search] = useSearchParams();
  const bulk = search.get('bulk');
  const without = new URLSearchParams(search);
  without.delete('bulk');
  const back = `/accounts${without.size > 0 ? `?${without}` : ''}`;
  return (
    <ListPane
      list={<AccountList openId={id ?? null} />}
      pane={
        bulk !== null && id === undefined ? (
          <Suspense fallback={null}>
            <BulkPane key={bulk} id={bulk} back={back} />
          </Suspense>
        ) : id === undefined ? null : (
          <AccountPane key={id} id={id} back={back} />
        )
      }
    />
  );
}
