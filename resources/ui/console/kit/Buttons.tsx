import { useState } from 'react';
import { Button } from '../../kit/Button';
import { FilterChip } from '../../kit/Chip';
import { Combobox } from '../../kit/Combobox';
import { FileButton, IconButton, ValueButton } from '../../kit/SmallButtons';
import { TextInput } from '../../kit/Filter';
import { InlineLink, LinkButton, PlainLink, SideLink } from '../../kit/Link';
import { StatusMark } from '../../kit/Marks';
import { Segments, Switch } from '../../kit/Segments';
import { SmallSelect } from '../../kit/SmallSelect';
import { Line, Part } from './Part';
import { ARABIC, LONG_NAME, nothing } from './samples';

export function Buttons() {
  const [pressed, setPressed] = useState(true);
  const [choice, setChoice] = useState<'one' | 'two' | 'three'>('one');
  const [on, setOn] = useState(true);
  const [found, setFound] = useState<string | null>(null);
  return (
    <Part name="Buttons and choices">
      <Line>
        <Button kind="act">Do it</Button>
        <Button>Plain</Button>
        <Button kind="stop">Take it away</Button>
        <Button size="small">Small</Button>
        <Button kind="prompt">Where to</Button>
        <Button kind="quiet">Quiet</Button>
        <IconButton label="A sign" onClick={nothing}>
          ✕
        </IconButton>
        <ValueButton face="mono" onClick={nothing}>
          a.value
        </ValueButton>
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
        <Combobox
          label="Filter by"
          prompt="by field…"
          value={found}
          choices={[
            { value: 'a', label: 'Home reach', detail: '547' },
            { value: 'b', label: LONG_NAME },
            { value: 'c', label: ARABIC },
          ]}
          onChoose={setFound}
        />
        <TextInput label="A short text" value="R2" onType={nothing} />
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
      <SideLink to="/kit" isHere figure="3">
        One of a list beside what it opens
      </SideLink>
    </Part>
  );
}
