import { useState, type ReactNode } from 'react';
import { ApiError } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Boundary } from '../../kit/Boundary';
import { DateBox, DurationBox, ListBox, LongTextBox, NumberBox, TextBox } from '../../kit/Boxes';
import { Button, FileButton, FilterChip } from '../../kit/Button';
import { Bar, Chart, countTicks } from '../../kit/Chart';
import { CodeBlock } from '../../kit/CodeBlock';
import { DataTable, type Column } from '../../kit/DataTable';
import { Dialog } from '../../kit/Dialog';
import { Failure } from '../../kit/Failure';
import { Checkbox, ChoiceBoxes, FileField, PasswordField, Select, TextArea, TextField } from '../../kit/Field';
import { FilterBox, FilterSelect } from '../../kit/Filter';
import { Divider, Heading } from '../../kit/Heading';
import { Row, Screen } from '../../kit/Layout';
import { InlineLink, LinkButton, PlainLink } from '../../kit/Link';
import { Key, LaneMark, Logo, Notice, StatusMark } from '../../kit/Marks';
import { PasswordAdvice } from '../../kit/PasswordAdvice';
import { Progress } from '../../kit/Progress';
import { Empty, Loading, QueryState } from '../../kit/QueryState';
import { Segments, Switch } from '../../kit/Segments';
import { SmallSelect } from '../../kit/SmallSelect';
import { Strip } from '../../kit/Strip';
import { Copy, Tag } from '../../kit/Text';
import { RowTime, When } from '../../kit/Time';
import { useToast } from '../../kit/Toast';

const LONG_NAME = 'Wolkenbruchwassermesserinnenvereinigung'.repeat(3);
const LONG_ADDRESS = `${'a'.repeat(64)}@${'b'.repeat(60)}.${'c'.repeat(60)}.${'d'.repeat(57)}.example`;
const ARABIC = 'نور الهدى بنت عبد الرحمن';

const nothing = () => undefined;
const asked = { isPending: false, isPaused: false, error: null, refetch: nothing };
const refused = new ApiError(503, null);

/** Every primitive in every state, with names and addresses as long as they come: what is looked at and tested before any screen is. */
export function KitScreen() {
  return (
    <Screen title="Kit" aside="every primitive, in every state">
      <div className="grid grid-cols-2 gap-x-10 gap-y-8 max-lg:grid-cols-1">
        <Buttons />
        <Boxes />
        <Fields />
        <States />
        <Tables />
        <Words />
        <Charts />
        <Dialogs />
      </div>
    </Screen>
  );
}

function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section aria-label={name} className="min-w-0 space-y-3">
      <Heading>{name}</Heading>
      {children}
    </section>
  );
}

function Line({ children }: { children: ReactNode }) {
  return <div className="flex flex-wrap items-center gap-2">{children}</div>;
}

function Buttons() {
  const [pressed, setPressed] = useState(true);
  const [choice, setChoice] = useState<'one' | 'two' | 'three'>('one');
  const [on, setOn] = useState(true);
  return (
    <Part name="Buttons and choices">
      <Line>
        <Button kind="act">Do it</Button>
        <Button>Plain</Button>
        <Button kind="stop">Take it away</Button>
        <Button size="small">Small</Button>
      </Line>
      <Line>
        <Button kind="act" aria-disabled aria-busy>
          Under way
        </Button>
        <Button disabled>Not now</Button>
        <FileButton accept="image/png" onChoose={nothing}>
          Upload…
        </FileButton>
      </Line>
      <Button size="large" kind="act">
        Large
      </Button>
      <Line>
        <FilterChip pressed={pressed} onPress={setPressed}>
          <StatusMark status="active" /> chosen
        </FilterChip>
        <FilterChip pressed={!pressed} onPress={(next) => setPressed(!next)}>
          not chosen
        </FilterChip>
        <FilterSelect
          label="Filter by"
          prompt="by field…"
          choices={[{ value: 'a', label: 'Home reach' }]}
          onChoose={nothing}
        />
        <FilterBox label="Is exactly" prompt="is exactly…" value="" onType={nothing} onSave={nothing} />
      </Line>
      <Line>
        <Segments
          label="One of a few"
          value={choice}
          onChange={setChoice}
          choices={[
            { value: 'one', label: 'one' },
            { value: 'two', label: 'two' },
            { value: 'three', label: 'three' },
          ]}
        />
        <Switch label="A switch" checked={on} onChange={setOn} />
        <SmallSelect
          label="One of many"
          defaultValue="b"
          choices={[
            { value: 'a', label: 'Ah' },
            { value: 'b', label: 'Be' },
          ]}
        />
      </Line>
      <Line>
        <InlineLink to="/kit">A link</InlineLink> <PlainLink href="/console/kit">A page outside</PlainLink>
        <LinkButton>An act in a text</LinkButton> <LinkButton kind="stop">One that takes away</LinkButton>
      </Line>
    </Part>
  );
}

function Boxes() {
  const [number, setNumber] = useState<number | null>(12);
  const [duration, setDuration] = useState('PT24H');
  const [text, setText] = useState('Some text');
  const [list, setList] = useState(['one.example', 'other.example']);
  return (
    <Part name="Boxes that save by themselves">
      <Line>
        <NumberBox
          label="From 1 to 256"
          value={number}
          unit="characters"
          minimum={1}
          maximum={256}
          onSave={setNumber}
        />
        <DurationBox label="A duration" value={duration} onSave={setDuration} />
        <DurationBox label="Of several units" value="P1DT12H" onSave={nothing} />
      </Line>
      <Line>
        <TextBox label="A short text" value={text} onSave={setText} />
        <TextBox label="A colour" isMono width="w-24" value="#006373" onSave={nothing} />
        <DateBox label="A day" value="2026-09-03" onSave={nothing} />
      </Line>
      <ListBox label="A list" help="One per line." value={list} onSave={setList} />
      <LongTextBox label="A longer text" help="An empty line begins a paragraph." value={text} onSave={setText} />
    </Part>
  );
}

function Fields() {
  return (
    <Part name="Fields of a form">
      <TextField label="Text" defaultValue={LONG_NAME} help="What it is for." />
      <TextField label="Text with a mistake" defaultValue="ada@" error="The part after the @ is not a domain." />
      <PasswordField label="Password" defaultValue="slow green otters" />
      <TextArea label="Longer text" defaultValue={ARABIC} help="Of any script." />
      <Select label="Choice" choices={[{ value: 'a', label: 'Ah' }]} defaultValue="" />
      <FileField label="File" accept=".csv" onChoose={nothing} error="The file is empty." />
      <Checkbox label="Yes" defaultChecked />
      <ChoiceBoxes
        label="Several of a few"
        kind="checkbox"
        choices={[
          { value: 'a', label: 'English' },
          { value: 'b', label: 'Welsh' },
        ]}
        chosen={['b']}
        onChange={nothing}
        error="Choose at least 2."
      />
      <PasswordAdvice
        isTyped
        verdict={{
          accepted: false,
          reasons: [],
          rules: [
            { code: 'password.too_short', message: 'At least 12 characters', is_met: true },
            { code: 'password.common', message: 'Not a common password', is_met: false },
          ],
          estimate: { guesses: 6.2, strength: 'middling', message: 'Withstands guessing at sign-in', parts: [] },
        }}
      />
    </Part>
  );
}

function Broken(): ReactNode {
  throw new Error('a primitive that fails when it is drawn');
}

function States() {
  return (
    <Part name="Answers, and none">
      <Loading what="the accounts" />
      <QueryState of={{ ...asked, isPending: true, isPaused: true }} what="the accounts" />
      <QueryState of={{ ...asked, error: refused }} what="the accounts" isEmpty empty="" />
      <QueryState of={asked} what="the accounts" isEmpty empty="No account matches these filters." />
      <Empty>Nothing yet. Sign up on an account page and something appears here.</Empty>
      <Failure error={new ApiError(0, null)} />
      <Notice tone="good">
        <strong>Good.</strong> Nothing has to be done.
      </Notice>
      <Notice tone="caution">Something should be looked at.</Notice>
      <Notice tone="stop">Something does not work.</Notice>
      <Notice tone="information">Something to know.</Notice>
      <Strip tone="good">2 accounts would lose a duty.</Strip>
      <Strip tone="caution" aside={<LinkButton kind="inherit">See them</LinkButton>}>
        {LONG_NAME}
      </Strip>
      <Strip tone="stop">Cannot be published.</Strip>
      <Progress label="Some work" value={30} max={120}>
        30 of 120 points <LinkButton>Cancel</LinkButton>
      </Progress>
      <Boundary what="A part">
        <Broken />
      </Boundary>
    </Part>
  );
}

interface Person {
  id: string;
  name: string;
  email: string;
  seen: string | null;
}

const PEOPLE: readonly Person[] = [
  { id: '1', name: 'Ada Holm', email: 'ada@holm.example', seen: '2026-03-31T10:00:00Z' },
  { id: '2', name: LONG_NAME, email: LONG_ADDRESS, seen: null },
  { id: '3', name: ARABIC, email: 'nour@post.example', seen: '2025-01-02T03:04:05Z' },
];

const COLUMNS: readonly Column<Person>[] = [
  {
    key: 'name',
    head: 'Name',
    width: 'minmax(0, 1fr)',
    fold: 'first',
    isCut: true,
    sort: { order: 'ascending', onSort: nothing },
    cell: ({ name }) => <bdi title={name}>{name}</bdi>,
  },
  {
    key: 'email',
    head: 'Address',
    width: 'minmax(0, 1.2fr)',
    fold: 'second',
    cell: ({ email }) => <bdi className="font-mono text-small">{email}</bdi>,
  },
  {
    key: 'seen',
    head: 'Seen',
    width: '80px',
    fold: 'first-end',
    isFigure: true,
    cell: ({ seen }) => <RowTime at={seen} />,
  },
  { key: 'more', head: 'What else', width: 'minmax(0, 0.6fr)', fold: 'line', cell: ({ id }) => id },
];

function Tables() {
  return (
    <Part name="Tables, wide and folded">
      <DataTable
        label="People who open"
        columns={COLUMNS}
        rows={PEOPLE}
        rowKey={({ id }) => id}
        opens={({ id }) => ({ to: `/kit?row=${id}`, isOpen: id === '1' })}
      />
      <div className="w-80 max-w-full">
        <DataTable label="People, folded and old" columns={COLUMNS} rows={PEOPLE} rowKey={({ id }) => id} isStale />
      </div>
    </Part>
  );
}

function Words() {
  return (
    <Part name="Words, marks and times">
      <Line>
        <StatusMark status="pending" /> pending <StatusMark status="active" /> active <StatusMark status="suspended" />{' '}
        suspended <StatusMark status="closed" /> closed
      </Line>
      <Line>
        <LaneMark lane="wire" /> wire <LaneMark lane="record" /> record <LaneMark lane="message" /> message{' '}
        <LaneMark lane="audit" /> audit <Logo /> <Key>g</Key>
      </Line>
      <Line>
        <Tag id="01890a5d-ac96-774b-bcce-b302099a8057" duties={2} />
        <When at="2026-03-31T10:00:00Z" /> <When at={null} />
      </Line>
      <Copy text={LONG_ADDRESS} label="the address" />
      <dl>
        <Row label="A row">
          <bdi>{LONG_NAME}</bdi>
        </Row>
        <Row label="Another">
          <bdi>{ARABIC}</bdi>, said on 4 March
        </Row>
      </dl>
      <Divider>What those below have in common</Divider>
      <CodeBlock label="Code">{JSON.stringify({ email: LONG_ADDRESS }, null, 2)}</CodeBlock>
    </Part>
  );
}

const DAYS = [3, 9, 4, 12, 7].map((count, index) => ({ day: `${index + 1} March`, count }));

function Charts() {
  const ticks = countTicks(12);
  const most = ticks.at(-1) ?? 1;
  return (
    <Part name="Charts">
      <Bar share={0.37} tone="petrol" />
      <Bar share={0.8} tone="amber" />
      <Chart
        label="Accounts created by day: 35 over 5 days, at most 12 a day"
        width={520}
        height={120}
        x={{ title: 'day', ticks: DAYS.map(({ day }, index) => ({ at: index * 104 + 52, label: day })) }}
        y={{ title: 'accounts', ticks: ticks.map((tick) => ({ at: 120 * (1 - tick / most), label: String(tick) })) }}
        legend={[{ name: 'created', shape: <rect width="12" height="12" className="fill-petrol" /> }]}
        table={
          <DataTable
            label="By day"
            columns={[
              { key: 'day', head: 'Day', width: '1fr', fold: 'first', cell: ({ day }) => day },
              {
                key: 'count',
                head: 'Created',
                width: '1fr',
                fold: 'first-end',
                isFigure: true,
                cell: ({ count }) => count,
              },
            ]}
            rows={DAYS}
            rowKey={({ day }) => day}
          />
        }
      >
        {DAYS.map(({ day, count }, index) => (
          <rect
            key={day}
            x={index * 104 + 20}
            y={120 * (1 - count / most)}
            width="64"
            height={(120 * count) / most}
            className="fill-petrol"
          />
        ))}
      </Chart>
    </Part>
  );
}

function Dialogs() {
  const toast = useToast();
  const [open, setOpen] = useState<'plain' | 'act' | 'once' | null>(null);
  const close = () => setOpen(null);
  return (
    <Part name="What opens over a screen">
      <Line>
        <Button onClick={() => setOpen('plain')}>A dialog…</Button>
        <Button onClick={() => setOpen('act')}>An act’s dialog…</Button>
        <Button onClick={() => setOpen('once')}>What is shown once…</Button>
        <Button onClick={() => toast('It was done.', () => toast('It was undone.'))}>A notice</Button>
      </Line>
      {open === 'plain' ? (
        <Dialog open onClose={close} title={LONG_NAME} foot={<Button onClick={close}>Close it</Button>}>
          <p>{ARABIC}</p>
        </Dialog>
      ) : null}
      {open === 'act' ? (
        <ActDialog
          title="Suspend this?"
          act="Suspend it"
          kind="stop"
          onClose={close}
          run={() => Promise.reject(refused)}
        >
          <p>It says what it changes, and why it was refused.</p>
        </ActDialog>
      ) : null}
      {open === 'once' ? (
        <Dialog open isShownOnce onClose={close} title="Shown this once">
          <Button kind="act" onClick={close}>
            I have it
          </Button>
        </Dialog>
      ) : null}
    </Part>
  );
}
