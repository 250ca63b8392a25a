import { useState } from 'react';
import { Disclosure } from '../../kit/Disclosure';
import { Checkbox } from '../../kit/Field';
import { SmallSelect } from '../../kit/SmallSelect';
import { Text } from '../../kit/Text';
import type { Plan } from './plan';

type Links = NonNullable<Plan['links']>;

interface Table {
  name: string;
  columns: string[];
}

/** How the database says who has which role. What is found by itself can be changed by hand. */
export function LinkOptions({
  plan,
  tables,
  onChange,
}: {
  plan: Plan;
  tables: readonly Table[];
  onChange: (plan: Plan) => void;
}) {
  const links = plan.links;
  // Taken away and wanted again, it is what it was.
  const [last, setLast] = useState(links);
  const columnsOf = (table: string) => tables.find(({ name }) => name === table)?.columns ?? [];
  const change = (next: Links | null) => {
    if (next !== null) setLast(next);
    const before = links === null ? null : `${links.roles}.${links.role_name}`;
    const after = next === null ? null : `${next.roles}.${next.role_name}`;
    const columns = plan.columns.flatMap((column) =>
      column.from !== before ? [column] : after === null ? [] : [{ ...column, from: after }],
    );
    onChange({ ...plan, links: next, columns });
  };
  const others = tables.filter(({ name }) => name !== plan.table);
  const select = (label: string, key: keyof Links, choices: readonly string[]) =>
    links === null ? null : (
      <SmallSelect
        label={label}
        value={links[key]}
        choices={choices.map((name) => ({ value: name, label: name }))}
        onChange={(event) => change(moved(links, key, event.target.value, columnsOf))}
      />
    );
  const tableNames = others.map(({ name }) => name);
  return (
    <div className="mb-3">
      <Checkbox
        label="Roles stand in tables of their own"
        checked={links !== null}
        disabled={others.length < 2}
        onChange={(event) => change(event.target.checked ? (last ?? first(plan.table, others, columnsOf)) : null)}
      />
      {links === null ? null : (
        <Disclosure
          weight="normal"
          summary={
            <>
              Role names from{' '}
              <code>
                {links.roles}.{links.role_name}
              </code>
              , through <code>{links.link}</code>
            </>
          }
        >
          <Text as="p" size="small" className="flex flex-wrap items-center gap-1.5 py-1">
            {select('Table of the link', 'link', tableNames)} has the person in{' '}
            {select('Column of the person in the link', 'link_person', columnsOf(links.link))}, by{' '}
            {select('Column of the person', 'person', columnsOf(plan.table))} of {plan.table}, and the role in{' '}
            {select('Column of the role in the link', 'link_role', columnsOf(links.link))}, by{' '}
            {select('Column of the role', 'role', columnsOf(links.roles))} of{' '}
            {select('Table of the roles', 'roles', tableNames)}, whose name is{' '}
            {select('Column of the role’s name', 'role_name', columnsOf(links.roles))}.
          </Text>
        </Disclosure>
      )}
    </div>
  );
}

/** Another table has other columns: the first of it, until one is chosen. */
function moved(links: Links, key: keyof Links, value: string, columnsOf: (table: string) => readonly string[]): Links {
  const next = { ...links, [key]: value };
  const [one = '', two = one] = columnsOf(value);
  if (key === 'link') return { ...next, link_person: one, link_role: two };
  if (key === 'roles') return { ...next, role: one, role_name: two };
  return next;
}

function first(
  people: string,
  others: readonly Table[],
  columnsOf: (table: string) => readonly string[],
): Links | null {
  // A table that is called after another links to it, as a rule.
  const named = others.find((each) => others.some((other) => other !== each && each.name.includes(other.name)));
  const link = named ?? others[0];
  const roles = others.find((each) => each !== link && (named === undefined || named.name.includes(each.name)));
  if (link === undefined || roles === undefined) return null;
  const empty = {
    person: columnsOf(people)[0] ?? '',
    link: '',
    link_person: '',
    link_role: '',
    roles: '',
    role: '',
    role_name: '',
  };
  return moved(moved(empty, 'link', link.name, columnsOf), 'roles', roles.name, columnsOf);
}
