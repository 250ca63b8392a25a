import { useState } from 'react';
import { CodeBlock } from '../../kit/CodeBlock';
import { SearchInput } from '../../kit/Filter';
import { ActLine, LaneEntry, LaneToggle } from '../../kit/Lanes';
import { StationFigure } from '../../kit/Rail';
import { TabLink } from '../../kit/Tabs';
import { Timeline } from '../../kit/Timeline';
import { Line, Part } from './Part';
import { LONG_ADDRESS, LONG_NAME } from './samples';

/** What screens are put together from. */
export function Structure() {
  const [lane, setLane] = useState(true);
  const [typed, setTyped] = useState('');
  return (
    <Part name="Parts of a screen">
      <nav aria-label="Tabs" className="flex min-h-9 gap-x-4">
        <TabLink to="/kit" isHere>
          Here
        </TabLink>
        <TabLink to="/kit?tab=there" isHere={false}>
          There
        </TabLink>
      </nav>
      <SearchInput label="Search" prompt="Name or address" value={typed} onType={setTyped} found="642 accounts" />
      <ul className="grid grid-cols-2">
        <StationFigure to="/accounts" name="Accounts" figure="642" unit="in all" />
        <StationFigure to="/mail" name="Mail" figure="0" unit="waiting" />
      </ul>
      <Line>
        <LaneToggle lane="wire" pressed={lane} onPress={() => setLane(!lane)} />
        <LaneToggle lane="audit" pressed={!lane} onPress={() => setLane(!lane)} />
      </Line>
      <ActLine name={LONG_NAME} aside="4 min" />
      <Timeline
        label="What happened"
        items={[
          { key: 'a', label: 'Sign up', kind: 'event' },
          { key: 'b', label: '25 h', kind: 'span' },
          { key: 'c', label: 'Press the link in the message', kind: 'refusal' },
        ]}
      />
      <ol>
        <LaneEntry lane="wire" label="POST /signups → 202" summary="41 ms">
          <CodeBlock label="The request">{JSON.stringify({ email: LONG_ADDRESS }, null, 2)}</CodeBlock>
        </LaneEntry>
        <LaneEntry lane="wire" label="POST /signups → 422" summary="1 reason" isRefusal>
          <CodeBlock label="The refusal">{'{"code": "email.domain_refused"}'}</CodeBlock>
        </LaneEntry>
        <LaneEntry lane="record" label={LONG_NAME} summary={LONG_ADDRESS}>
          <CodeBlock label="The record">{'{}'}</CodeBlock>
        </LaneEntry>
      </ol>
    </Part>
  );
}
