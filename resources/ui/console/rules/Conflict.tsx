import { Button } from '../../kit/Button';
import { Notice } from '../../kit/Marks';
import { useHand } from './hand';

/** Somebody else was faster: what they changed is shown, and what was set here is still in hand. */
export function Conflict() {
  const hand = useHand();
  const problem = hand.refusal?.problem;
  if (problem === null || problem === undefined || problem.code === 'rules.invalid') return null;
  return (
    <div className="border-b border-line p-3">
      <Notice tone="caution" role="alert">
        <p className="font-semibold">{problem.title}. Nothing was overwritten.</p>
        <ul>
          {problem.reasons.map((reason) => (
            <li key={`${reason.field ?? ''}${reason.message}`}>
              <span className="font-mono text-small">{reason.field}</span> {reason.message}
            </li>
          ))}
        </ul>
        <div className="mt-2">
          <Button size="small" onClick={hand.giveUp}>
            Show their draft
          </Button>
        </div>
      </Notice>
    </div>
  );
}
