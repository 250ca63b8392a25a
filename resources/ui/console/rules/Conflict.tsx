import { Button } from '../../kit/Button';
import { Notice } from '../../kit/Notice';
import { useHand } from './hand';
import { Surface } from '../../kit/Surface';
import { Text } from '../../kit/Text';

/** Somebody else was faster: what they changed is shown, and what was set here is still in hand. */
export function Conflict() {
  const hand = useHand();
  const problem = hand.refusal?.problem;
  if (problem === null || problem === undefined || problem.code === 'rules.invalid') return null;
  return (
    <Surface edge="bottom" className="p-3">
      <Notice tone="caution" role="alert">
        <Text as="p" weight="strong">
          {problem.title}. Nothing was overwritten.
        </Text>
        <ul>
          {problem.reasons.map((reason) => (
            <li key={`${reason.field ?? ''}${reason.message}`}>
              <Text face="mono" size="small">
                {reason.field}
              </Text>{' '}
              {reason.message}
            </li>
          ))}
        </ul>
        <div className="mt-2">
          <Button size="small" onClick={hand.giveUp}>
            Show their draft
          </Button>
        </div>
      </Notice>
    </Surface>
  );
}
