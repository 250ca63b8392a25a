import { useState } from 'react';
import { Key } from '../kit/Marks';
import { Dialog } from '../kit/Dialog';
import { Switch } from '../kit/Segments';
import { useStations } from './api';
import { areSingleKeysOn, turnSingleKeys } from './keys';
import { Surface } from '../kit/Surface';
import { Text } from '../kit/Text';

const KEYS: readonly (readonly [string, string])[] = [
  ['/', 'Find anything'],
  ['?', 'This list'],
  ['e', 'Show or hide the evidence'],
  ['n', 'New account, on Accounts'],
  ['f', 'Add a filter, on Accounts'],
  ['x', 'Select the row, on Accounts'],
  ['c', 'Copy the row’s address'],
  ['i', 'Copy the row’s id'],
  ['j', 'Next row (or ↓)'],
  ['k', 'Row before (or ↑)'],
  ['Enter', 'Open the row'],
  ['Esc', 'Close what is open'],
  ['g h', 'Needs you'],
];

export function KeyList({ open, onClose }: { open: boolean; onClose: () => void }) {
  const [on, setOn] = useState(areSingleKeysOn);
  const stations = useStations();
  const all = [...KEYS, ...stations.map(({ key, name }) => [`g ${key}`, name] as const)];
  return (
    <Dialog open={open} onClose={onClose} title="Keys">
      <div className="mb-2 flex items-center gap-3">
        <p className="flex-1">
          Single keys {on ? 'work' : 'are off'} <Text tone="soft">in this browser</Text>
        </p>
        <Switch
          label="Single keys"
          checked={on}
          onChange={(next) => {
            turnSingleKeys(next);
            setOn(next);
          }}
        />
      </div>
      <dl className="grid grid-cols-2 gap-x-6">
        {all.map(([keys, act]) => (
          <Surface edge="bottom" key={keys} className="flex h-8 items-center gap-2">
            <dt className="flex w-14 gap-1">
              {keys.split(' ').map((key) => (
                <Key key={key}>{key}</Key>
              ))}
            </dt>
            <dd>{act}</dd>
          </Surface>
        ))}
      </dl>
    </Dialog>
  );
}
