import { useRef, useState } from 'react';
import { Button } from '../../kit/Button';
import { FieldError } from '../../kit/Field';
import {
  FileBox,
  MistakeBox,
  Outcome,
  PageLink,
  Pair,
  PressLink,
  Quoted,
  ScrollBox,
  WideButton,
  WideLink,
} from '../../kit/Page';
import { Part } from './Part';
import { ARABIC, LONG_ADDRESS, LONG_NAME, nothing } from './samples';

const LOOK = { colour: '#006373', letters: '#ffffff' };

/** What account pages are put together from: larger, in the app's colours. */
export function Pages() {
  const box = useRef<HTMLDivElement>(null);
  const [isReady, setReady] = useState(true);
  return (
    <Part name="Parts of an account page">
      <MistakeBox
        box={box}
        title="Please correct 2 entries"
        mistakes={[
          { id: 'kit-wide', label: 'Name', message: LONG_NAME },
          { id: 'kit-wide', label: 'Address', message: 'The part after the @ is not a domain.' },
        ]}
        onGo={(id) => document.getElementById(id)?.focus()}
      />
      <Outcome box={box}>
        <p className="wrap-anywhere">A message is on its way to {LONG_ADDRESS}.</p>
      </Outcome>
      <dl className="space-y-3">
        <Pair label="Name">
          <bdi>{ARABIC}</bdi>
        </Pair>
        <Pair label="Address">{LONG_ADDRESS}</Pair>
      </dl>
      <Quoted>{`Come when you can.\n${LONG_NAME} will be there.`}</Quoted>
      <ScrollBox label="A long text in little room">
        {Array.from({ length: 12 }, (_, index) => (
          <p key={index}>{index + 1}. Be kind to whoever reads this.</p>
        ))}
      </ScrollBox>
      <FileBox id="kit-file" aria-label="A picture" accept="image/png" onChange={nothing} />
      <WideButton id="kit-wide" type="button" look={LOOK} isReady={isReady} onClick={() => setReady(!isReady)}>
        {isReady ? 'The page’s one act' : 'Not ready yet'}
      </WideButton>
      <WideLink look={LOOK} href="/console/kit">
        The page that is next
      </WideLink>
      <p>
        <PageLink href="/console/kit">A link</PageLink> <PressLink onClick={nothing}>and one that stays here</PressLink>
      </p>
      <FieldError>Accept the terms to go on.</FieldError>
      <Button size="large">A large button</Button>
    </Part>
  );
}
