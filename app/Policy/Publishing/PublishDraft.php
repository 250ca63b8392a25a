<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Publishing;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Policy\Cases\Cases;
use Kennel\App\Policy\Rehearsals\JourneyCases;
use Kennel\App\Policy\Rules\Blockers;
use Kennel\App\Policy\Rules\Draft;
use Kennel\App\Policy\Rules\Drafts;
use Kennel\App\Policy\Rules\Revision;
use Kennel\App\Policy\Rules\Revisions;
use Kennel\App\Policy\Rules\TryHashing;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\WrittenReason;

/** Puts the reviewed draft into force. Failing cases stop it unless they are overruled with a reason; what would break stored data always does. */
final readonly class PublishDraft
{
    public function __construct(
        private ConnectionInterface $database,
        private Drafts $drafts,
        private Revisions $revisions,
        private Cases $cases,
        private JourneyCases $journeys,
        private TryHashing $hashing,
        private Blockers $blockers,
    ) {
    }

    /** @throws Refusal when it changed meanwhile, for what is invalid, without a condition */
    public function __invoke(?string $tag, string $why, ?string $overrule, SignedIn $operator): Revision
    {
        // What takes time is done upon the draft as it stands; the tag says inside whether it still does.
        $draft = $this->drafts->unchanged($tag);
        $cases = $this->fingerprint();
        $reasons = [...WrittenReason::reasonsAgainst($why), ...$this->reasonsAgainst($draft, $overrule), ...$this->blockers->ofOperator($draft->book(), $operator->accountId)];
        if ($reasons !== []) {
            throw Refusal::invalid($reasons, 'rules.not_published');
        }

        return $this->database->transaction(function () use ($draft, $cases, $why, $overrule, $operator): Revision {
            $this->drafts->unchanged($draft->tag());
            if ($this->fingerprint() !== $cases) {
                throw Refusal::changedMeanwhile('rules.cases_changed');
            }
            // Asked before it is in force, since it compares with what is.
            $trust = $this->blockers->ofOperator($draft->book(), $operator->accountId);
            $outcome = $this->revisions->publish(
                $draft->document,
                $draft->baseRevision,
                trim($why),
                $operator->asOperator(),
                $overrule === null ? null : trim($overrule),
            );
            $blockers = [...$outcome['blockers'], ...$trust];
            if ($blockers !== []) {
                throw Refusal::invalid($blockers, 'rules.not_published');
            }
            $this->drafts->close();

            return $this->revisions->newest();
        });
    }

    private function fingerprint(): string
    {
        return $this->cases->fingerprint().$this->journeys->fingerprint();
    }

    /** @return list<Reason> */
    private function reasonsAgainst(Draft $draft, ?string $overrule): array
    {
        if (! $draft->exists()) {
            return [new Reason('rules.no_draft')];
        }
        $book = $draft->book();
        $reasons = [...$draft->reviewedAt === null ? [new Reason('rules.not_reviewed')] : [], ...$this->hashing->reasonsAgainst($book->hashing)];
        $failing = [...$this->cases->failing($book), ...$this->journeys->failing($draft->document)];
        if ($failing === []) {
            return $reasons;
        }

        return [...$reasons, ...$overrule === null
            ? [new Reason('rules.cases_fail', 'overrule', ['cases' => $failing])]
            : array_map(static fn (Reason $reason): Reason => new Reason($reason->code, 'overrule', $reason->parameters), WrittenReason::reasonsAgainst($overrule))];
    }
}
