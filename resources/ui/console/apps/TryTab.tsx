import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { CodeBlock } from '../../kit/CodeBlock';
import { Checkbox, Select } from '../../kit/Field';
import { Heading } from '../../kit/Heading';
import { ActLine, LaneEntry } from '../../kit/Lanes';
import { Notice } from '../../kit/Notice';
import { Note } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { apps as appsQuery } from '../queries';
import { useHand } from '../rules/hand';
import { AppChooser } from '../signup/AppChooser';
import { HOPS, MISHAPS } from './trial';

type Trial = Schemas['Trial'];
type Hop = Schemas['Hop'];

/** An app's whole way to tokens, request by request, in a world of its own; and what it comes to where one thing goes wrong. */
export function TryTab() {
  const apps = useQuery(appsQuery).data?.items ?? [];
  const { draft } = useHand();
  const hasDraft = draft !== undefined && draft.version > 0;
  const [search, setSearch] = useSearchParams();
  const app = search.get('app') ?? apps[0]?.key;
  const [mishap, setMishap] = useState('nothing');
  const [wantsDraft, setWantsDraft] = useState(false);
  const [played, setPlayed] = useState<{ app: string; mishap: string; trial: Trial } | null>(null);
  const [failure, setFailure] = useState<ApiError | null>(null);
  const offered = played?.app === app ? played?.trial.mishaps : undefined;
  const { submit, busy } = useSubmit(async () => {
    if (app === undefined) return;
    setFailure(null);
    const chosen = offered?.includes(mishap) === false ? 'nothing' : mishap;
    const trial = await answer(
      api.POST('/apps/{key}/trial', {
        params: { path: { key: app } },
        body: { mishap: chosen, on_draft: hasDraft && wantsDraft },
      }),
    );
    setPlayed({ app, mishap: chosen, trial });
  }, setFailure);
  return (
    <div className="max-w-3xl space-y-4">
      <Note as="p">
        The app’s own registration, the real doors, and a person, a secret and keys that are made up for it. Nothing of
        it touches a real account, and nothing of it is left.
      </Note>
      <AppChooser
        isBare
        apps={apps}
        app={app}
        onChoose={(key) => {
          setPlayed(null);
          setSearch({ app: key }, { replace: true });
        }}
      />
      <form onSubmit={submit} noValidate className="flex flex-wrap items-end gap-3">
        <span className="min-w-60 flex-1">
          <Select
            label="What goes wrong"
            required
            value={mishap}
            onChange={(event) => setMishap(event.target.value)}
            choices={Object.entries(MISHAPS)
              .filter(([key]) => offered?.includes(key) ?? true)
              .map(([value, { label }]) => ({ value, label }))}
          />
        </span>
        {hasDraft ? (
          <Checkbox
            label="Under the draft"
            checked={wantsDraft}
            onChange={(event) => setWantsDraft(event.target.checked)}
          />
        ) : null}
        <span className="pb-5">
          <Button type="submit" kind="act" aria-disabled={busy}>
            Play it
          </Button>
        </span>
      </form>
      {failure === null ? null : (
        <Notice tone="stop" role="alert">
          {failure.status === 404 ? 'This app comes to no tokens yet: register it first.' : failure.words}
        </Notice>
      )}
      <div aria-live="polite">{played === null || played.app !== app ? null : <Played played={played} />}</div>
    </div>
  );
}

function Played({ played: { mishap, trial } }: { played: { mishap: string; trial: Trial } }) {
  const begun = Date.parse(trial.hops[0]?.at ?? '');
  const why = MISHAPS[mishap]?.why ?? '';
  return (
    <section aria-label="What happened" className="space-y-3">
      <Heading>What happened</Heading>
      {why === '' ? null : <Notice tone="information">{why}</Notice>}
      {trial.hops.map((hop, place) => (
        <HopLines key={place} hop={hop} after={Math.round((Date.parse(hop.at) - begun) / 1_000)} />
      ))}
    </section>
  );
}

const WRITTEN: Record<string, string> = { record: 'in a row', message: 'sent', audit: 'in the trail' };

function HopLines({ hop, after }: { hop: Hop; after: number }) {
  const { title, about } = HOPS[hop.key] ?? { title: hop.key, about: '' };
  const refusal = refusalOf(hop);
  return (
    <section aria-label={title}>
      <ActLine as="h3" name={title} aside={`${hop.who === 'app' ? 'the app' : 'the browser'}, after ${after} s`} />
      <ul>
        <LaneEntry
          lane="wire"
          label={`${hop.method} ${hop.path.replace('/api/v1', '')}`}
          summary={hop.status === 0 ? 'at the app' : `${hop.status}${refusal === null ? standing(hop) : ` ${refusal}`}`}
          isRefusal={refusal !== null}
        >
          <div className="space-y-2 pb-2">
            {about === '' ? null : <Note as="p">{about}</Note>}
            {Object.keys(hop.sent).length === 0 ? null : <Json label="Sent" of={hop.sent} />}
            {hop.location === null ? null : <Json label="The browser goes on to" of={hop.location} />}
            {hop.answered === null ? null : <Json label="Answered" of={hop.answered} />}
            {hop.decoded.map(({ name, header, claims }) => (
              <Json key={name} label={`What stands in ${name}`} of={{ header, claims }} />
            ))}
          </div>
        </LaneEntry>
        {hop.caused.map(({ lane, label, content }, place) => (
          <LaneEntry
            key={place}
            lane={lane as 'record' | 'message' | 'audit'}
            label={label}
            summary={WRITTEN[lane] ?? lane}
          >
            <Json label={label} of={content} />
          </LaneEntry>
        ))}
      </ul>
    </section>
  );
}

function Json({ label, of }: { label: string; of: unknown }) {
  return (
    <div>
      <Note as="p">{label}</Note>
      <CodeBlock label={label} wraps>
        {typeof of === 'string' ? of : JSON.stringify(of, null, 2)}
      </CodeBlock>
    </div>
  );
}

/** Whoever asked about a token was answered 200 either way. */
function standing({ answered }: Hop): string {
  const active = (answered as { active?: boolean } | null)?.active;
  return active === undefined ? '' : active ? ', it counts' : ', it counts no more';
}

/** Its code, wherever it stands: in the body, in the address the browser goes on to, or in what it brings the app. */
function refusalOf({ answered, location, sent, status }: Hop): string | null {
  const said = answered as { error?: string; code?: string } | null;
  const onwards = /[?#&]error=([a-z_]+)/.exec(location ?? '')?.[1];
  return said?.error ?? onwards ?? sent['error'] ?? (status >= 400 ? (said?.code ?? '') : null);
}
