import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { Button } from '../../kit/Button';
import { InlineLink } from '../../kit/Link';
import { Empty } from '../../kit/QueryState';
import { Strip } from '../../kit/Strip';
import { counted, grouped, withSpaces } from '../../text/figures';
import { fieldUse } from '../queries';
import { useHand, useRule } from '../rules/hand';
import { ChoiceSetting, Setting, useSetting } from '../rules/Setting';
import { FieldEditor } from './FieldEditor';
import { moved, type FieldRule } from './fieldRule';
import { NewField } from './NewField';
import { Text } from '../../kit/Text';
import { accountsWhere } from '../accounts/where';

/** What accounts hold beyond name and address: defined, ordered, retired; with what is stored of each. */
export function FieldsTab({ app }: { app: string }) {
  const [fields = [], setFields] = useSetting(['fields']);
  const [visibility] = useSetting(['pictures', 'visibility']);
  const [search, setSearch] = useSearchParams();
  const open = search.get('field');
  const toggle = (key: string) =>
    setSearch(
      (before) => {
        if (before.get('field') === key) before.delete('field');
        else before.set('field', key);
        return before;
      },
      { replace: true },
    );
  return (
    <>
      {fields.length === 0 ? (
        <div className="px-4">
          <Empty>
            People give a name and an address. A field asks them for more: at sign-up, or before they begin.
          </Empty>
        </div>
      ) : null}
      {fields.map((field, index) => (
        <FieldSetting
          key={field.key}
          field={field}
          app={app}
          isOpen={open === field.key}
          onToggle={() => toggle(field.key)}
          onEarlier={index === 0 ? null : () => setFields(moved(fields, index, -1))}
          onLater={index === fields.length - 1 ? null : () => setFields(moved(fields, index, 1))}
        />
      ))}
      {fields.some(({ type }) => type === 'picture') ? (
        <ChoiceSetting path={['pictures', 'visibility']}>
          {visibility === 'public'
            ? 'Anyone with a picture’s address sees it, until it is deleted.'
            : 'Seen only under a signed address that expires after a few minutes.'}
        </ChoiceSetting>
      ) : null}
      <NewField taken={fields.map(({ key }) => key)} />
    </>
  );
}

function FieldSetting({
  field,
  app,
  isOpen,
  onToggle,
  onEarlier,
  onLater,
}: {
  field: FieldRule;
  app: string;
  isOpen: boolean;
  onToggle: () => void;
  onEarlier: (() => void) | null;
  onLater: (() => void) | null;
}) {
  const rule = useRule();
  const hand = useHand();
  const use = useQuery(fieldUse).data?.items;
  const held = use?.find(({ key }) => key === field.key);
  const words = (key: 'type' | 'required') => rule(['fields', field.key, key]).choices[field[key]] ?? field[key];
  const isHere = field.apps.length === 0 || field.apps.includes(app);
  const step = (name: string, arrow: string, act: (() => void) | null) => (
    <Button
      size="small"
      aria-label={`${field.label}: ${name}`}
      aria-disabled={act === null || hand.isSaving}
      onClick={act ?? undefined}
    >
      {arrow}
    </Button>
  );
  return (
    <Setting
      path={['fields', field.key]}
      label={field.label}
      touches={(count) => count.field === `fields.${field.key}`}
      control={
        <span className="flex items-center gap-1">
          {step('earlier', '↑', onEarlier)}
          {step('later', '↓', onLater)}
          <Button
            size="small"
            aria-expanded={isOpen}
            aria-label={`${isOpen ? 'Close' : 'Edit'}: ${field.label}`}
            onClick={onToggle}
          >
            {isOpen ? 'Close' : 'Edit'}
          </Button>
        </span>
      }
    >
      <Text face="mono">{field.key}</Text> · {words('type')} ·{' '}
      {field.retired ? 'retired' : field.required === 'never' ? 'optional' : `required ${words('required')}`}
      {isHere ? '' : ' · not on this app'}
      {/* A field of the draft is on no account yet; before the answer nothing is known. */}
      {use === undefined ? '' : ` · filled in on ${counted(held?.held ?? 0, 'account', 'accounts')}`}
      {held?.misfits.map((misfit) => (
        <Strip
          key={misfit.value}
          tone="caution"
          aside={
            <InlineLink to={accountsWhere(['field', field.key, 'is', unquoted(misfit.value)])}>See accounts</InlineLink>
          }
        >
          {grouped(misfit.accounts)} with{' '}
          <Text as="bdi" face="mono">
            {withSpaces(misfit.value)}
          </Text>
          : {withSpaces(misfit.message)}
        </Strip>
      ))}
      {isOpen ? <FieldEditor field={field} /> : null}
    </Setting>
  );
}

const unquoted = (value: string): string => (value.startsWith('"') ? (JSON.parse(value) as string) : value);
