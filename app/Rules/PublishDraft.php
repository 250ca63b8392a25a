<?php

declare(strict_types=1);

namespace Kennel\App\Rules;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Cases\Cases;
use Kennel\App\Platform\Http\Problem;
use Kennel\App\Sessions\SignedIn;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Rules\RuleBook;
use Kennel\Core\Rules\WrittenReason;

/** Puts the reviewed draft into force. Failing cases stop it unless they are overruled with a reason; what would break stored data always does. */
final readonly class PublishDraft
{
    public function __construct(private ConnectionInterface $database, private Drafts $drafts, private Revisions $revisions, private Cases $cases)
    {
    }

    /** @throws Problem 412, 422, 428 */
    public function __invoke(?string $tag, string $why, ?string $overrule, SignedIn $operator): Revision
    {
        return $this->database->transaction(function () use ($tag, $why, $overrule, $operator): Revision {
            $draft = $this->drafts->unchanged($tag);
            $reasons = [...WrittenReason::reasonsAgainst($why), ...$this->reasonsAgainst($draft, $overrule)];
            if ($reasons !== []) {
                throw new Problem(422, 'rules.not_published', $reasons);
            }
            $outcome = $this->revisions->publish($draft->document, trim($why), $operator->asOperator(), $overrule === null ? null : trim($overrule));
            if ($outcome['blockers'] !== []) {
                throw new Problem(422, 'rules.not_published', $outcome['blockers']);
            }
            $this->drafts->close();

            return $this->revisions->newest();
        });
    }

    /** @return list<Reason> */
    private function reasonsAgainst(Draft $draft, ?string $overrule): array
    {
        if (! $draft->exists()) {
            return [new Reason('rules.no_draft')];
        }
        $reasons = $draft->reviewedAt === null ? [new Reason('rules.not_reviewed')] : [];
        $failing = $this->cases->failing(RuleBook::fromArray($draft->document));
        if ($failing === []) {
            return $reasons;
        }

        return [...$reasons, ...$overrule === null
            ? [new Reason('rules.cases_fail', 'overrule', ['cases' => $failing])]
            : array_map(static fn (Reason $reason): Reason => new Reason($reason->code, 'overrule', $reason->parameters), WrittenReason::reasonsAgainst($overrule))];
    }
}
