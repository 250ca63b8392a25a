import { useState } from 'react';
import { DateBox, DurationBox, ListBox, LongTextBox, NumberBox, TextBox } from '../../kit/Boxes';
import { Line, Part } from './Part';
import { nothing } from './samples';

export function Boxes() {
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
