import { useParams, useSearchParams } from 'react-router';
import { ListPane } from '../../kit/Layout';
import { AccountList } from './AccountList';
import { AccountPane } from './AccountPane';

/** The list, and one account beside it. */
export function AccountsScreen() {
  const { id } = useParams();
  const [search] = useSearchParams();
  const back = `/accounts${search.size > 0 ? `?${search}` : ''}`;
  return (
    <ListPane
      list={<AccountList openId={id ?? null} />}
      pane={id === undefined ? null : <AccountPane key={id} id={id} back={back} />}
    />
  );
}
