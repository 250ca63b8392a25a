import { useParams, useSearchParams } from 'react-router';
import { AccountList } from './AccountList';
import { AccountPane } from './AccountPane';

/** The list, and one account beside it. */
export function AccountsScreen() {
  const { id } = useParams();
  const [search] = useSearchParams();
  const back = `/accounts${search.size > 0 ? `?${search}` : ''}`;
  return (
    <div className="flex h-full">
      <div className={`min-w-0 flex-1 ${id === undefined ? '' : 'max-lg:hidden'}`}>
        <AccountList openId={id ?? null} />
      </div>
      {id === undefined ? null : <AccountPane key={id} id={id} back={back} />}
    </div>
  );
}
