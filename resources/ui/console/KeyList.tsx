import { Key } from '../kit/Marks';
import { Dialog } from '../kit/Layout';
import { STATIONS } from './api';

const KEYS: readonly (readonly [string, string])[] = [
  ['/', 'Find anything'],
  ['?', 'This list'],
  ['e', 'Show or hide the evidence'],
  ['j', 'Next row of a list (or ↓)'],
  ['k', 'Row before (or ↑)'],
  ['Enter', 'Open the row'],
  ['Esc', 'Close what is open'],
  ['g h', 'Needs you'],
];

export function KeyList({ open, onClose }: { open: boolean; onClose: () => void }) {
  const all = [...KEYS, ...STATIONS.map(({ key, name }) => [`g ${key}`, name] as const)];
  return (
    <Dialog open={open} onClose={onClose} title="Keys">
      <dl className="grid grid-cols-2 gap-x-6">
        {all.map(([keys, act]) => (
          <div key={keys} className="flex h-8 items-center gap-2 border-b border-line">
            <dt className="flex w-14 gap-1">
              {keys.split(' ').map((key) => (
                <Key key={key}>{key}</Key>
              ))}
            </dt>
            <dd>{act}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
