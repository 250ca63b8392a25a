import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { download } from '../../kit/download';
import { Checkbox } from '../../kit/Field';
import { useCopy } from '../../kit/Copy';
import { Text } from '../../kit/Text';
import { Submit } from '../PageFrame';
import { w } from '../words';

/** The recovery codes, this once: copied, saved or printed before one goes on. */
export function Sheet({ app, codes, onKept }: { app: Schemas['App']; codes: readonly string[]; onKept: () => void }) {
  const [isKept, setKept] = useState(false);
  const { state, copy } = useCopy();
  const text = `${app.name}: ${w.factors.codes}\n\n${codes.join('\n')}\n`;
  return (
    <form
      className="space-y-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (isKept) onKept();
      }}
    >
      <p>{w.factors.sheet}</p>
      <ul className="grid grid-cols-2 gap-x-4 gap-y-1">
        {codes.map((code) => (
          <li key={code}>
            <Text face="mono">{code}</Text>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => copy(text)}>{state === 'copied' ? w.factors.copied : w.factors.copy}</Button>
        <Button onClick={() => download('recovery-codes.txt', 'text/plain', text)}>{w.factors.save}</Button>
        <Button onClick={() => window.print()}>{w.factors.print}</Button>
      </div>
      <Checkbox label={w.factors.kept} checked={isKept} onChange={(event) => setKept(event.target.checked)} />
      <Submit look={app.look} ready={isKept}>
        {w.links.goOn}
      </Submit>
    </form>
  );
}
