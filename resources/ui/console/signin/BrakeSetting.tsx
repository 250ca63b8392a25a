import type { ReactNode } from 'react';
import { DurationBox, NumberBox } from '../../kit/Boxes';
import { Text } from '../../kit/Text';
import { useRule } from '../rules/hand';
import { Setting, useSetting } from '../rules/Setting';

type Brake = 'signins_of_account' | 'signins_of_source' | 'signins_of_net' | 'signins_of_service';

/** One brake: how many failures are free, and how the delays grow after them. */
export function BrakeSetting({ of, children }: { of: Brake; children?: ReactNode }) {
  const path = ['throttles', of] as const;
  const { label } = useRule()(path);
  const [brake] = useSetting(path);
  const [, setFree] = useSetting([...path, 'free']);
  const [, setFirst] = useSetting([...path, 'first_delay']);
  const [, setLongest] = useSetting([...path, 'longest_delay']);
  const [, setForgotten] = useSetting([...path, 'forgotten_after']);
  if (brake === undefined) return null;
  const isOff = brake.free === 0;
  return (
    <Setting path={path}>
      {children}
      <div className="mt-1.5 space-y-1">
        <Line label="Failures before a delay; 0 for no brake">
          <NumberBox
            label={`${label}: failures before a delay`}
            value={brake.free}
            minimum={0}
            maximum={10_000}
            onSave={setFree}
          />
        </Line>
        {isOff ? null : (
          <>
            <Line label="First delay, doubled each time">
              <DurationBox label={`${label}: first delay`} value={brake.first_delay} onSave={setFirst} />
            </Line>
            <Line label="Longest delay">
              <DurationBox label={`${label}: longest delay`} value={brake.longest_delay} onSave={setLongest} />
            </Line>
            <Line label="All is forgotten after">
              <DurationBox label={`${label}: forgotten after`} value={brake.forgotten_after} onSave={setForgotten} />
            </Line>
          </>
        )}
      </div>
    </Setting>
  );
}

function Line({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="flex flex-wrap items-center justify-between gap-2">
      <Text tone="ink">{label}</Text>
      {children}
    </div>
  );
}
