import { useQuery } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { Screen, Table } from '../../kit/Layout';
import { api } from '../api';
import { Failure } from '../Failure';

export function AppsScreen() {
  const apps = useQuery({ queryKey: ['apps'], queryFn: () => answer(api.GET('/apps')) });
  return (
    <Screen title="Apps" aside="what this Kennel serves">
      <Failure error={apps.error} />
      <Table label="Apps" head={['App', 'Kind', 'What for', 'Who may sign up', 'Account pages']}>
        {apps.data?.items.map((app) => (
          <tr key={app.key} className="align-top">
            <td className="whitespace-nowrap">
              <span className="flex items-center gap-2 font-semibold">
                <span className="size-3 rounded-full" style={{ backgroundColor: app.look.colour }} aria-hidden="true" />
                {app.name}
              </span>
            </td>
            <td className="whitespace-nowrap">{app.kind}</td>
            <td>{app.summary}</td>
            <td>
              {
                {
                  anyone: 'anyone',
                  domains: `addresses of ${app.signup.domains.join(', ')}${app.signup.subdomains ? ' and their subdomains' : ''}`,
                  invited: 'the invited',
                  nobody: 'nobody',
                }[app.signup.admission]
              }
            </td>
            <td className="whitespace-nowrap">
              {(['sign-up', 'sign-in'] as const).map((page) => (
                <a
                  key={page}
                  href={`/a/${app.key}/${page}`}
                  target="_blank"
                  rel="noopener"
                  className="mr-3 text-petrol underline underline-offset-2"
                >
                  {page} ↗
                </a>
              ))}
            </td>
          </tr>
        ))}
      </Table>
    </Screen>
  );
}
