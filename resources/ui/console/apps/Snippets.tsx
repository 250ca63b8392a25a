import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { CodeBlock } from '../../kit/CodeBlock';
import { SAYS, useCopy } from '../../kit/Copy';
import { SmallSelect } from '../../kit/SmallSelect';
import { Note } from '../../kit/Text';

type Snippet = Schemas['ClientState']['snippets'][number];

/** Code that works as it stands, one piece at a time. */
export function Snippets({ snippets }: { snippets: readonly Snippet[] }) {
  const [key, setKey] = useState('');
  const shown = snippets.find((one) => one.key === key) ?? snippets[0];
  const { state, copy } = useCopy();
  if (shown === undefined) return <Note>It comes to tokens in no way yet: choose what it uses.</Note>;
  return (
    <div className="mt-3 space-y-2">
      <p className="flex flex-wrap items-center gap-2">
        <SmallSelect
          label="Code"
          value={shown.key}
          onChange={(event) => setKey(event.target.value)}
          choices={snippets.map(({ key: value, does, language }) => ({ value, label: `${does}: ${language}` }))}
        />
        <Button size="small" onClick={() => copy(shown.code)}>
          Copy the code
        </Button>
        <Note as="span">
          <span role="status">{SAYS[state]}</span>
        </Note>
      </p>
      <CodeBlock label={`${shown.does}: ${shown.language}`}>{shown.code}</CodeBlock>
    </div>
  );
}
