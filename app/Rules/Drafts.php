<?php

declare(strict_types=1);

namespace Kennel\App\Rules;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Platform\Http\Problem;
use Kennel\App\Platform\Moment;
use Kennel\App\Sessions\SignedIn;
use Kennel\Core\Rules\InvalidRuleBook;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Rules\ReviewRules;
use Kennel\Core\Rules\RuleBook;
use Kennel\Core\Rules\RuleDiff;
use Psr\Clock\ClockInterface;

/** The one draft that operators share. Every save is kept until it is published or thrown away, so that the second of two editors can be shown what the first did. */
final readonly class Drafts
{
    public function __construct(private ConnectionInterface $database, private ClockInterface $clock, private Revisions $revisions, private AuditTrail $audit, private ReviewRules $review)
    {
    }

    public function current(): Draft
    {
        $row = $this->database->table('rule_draft_saves')->orderByDesc('version')->first();
        if ($row !== null) {
            return $this->read($row);
        }
        $newest = $this->revisions->newest();

        return new Draft(0, $newest->number, $newest->document);
    }

    /**
     * @param  array<string, mixed>  $document
     * @param  string|null  $tag  of the draft the operator changed
     *
     * @throws Problem 412 with what changed meanwhile, 422 naming the mistake, 428
     */
    public function save(array $document, ?string $tag, SignedIn $operator): Draft
    {
        try {
            RuleBook::fromArray($document);
        } catch (InvalidRuleBook $mistake) {
            throw self::invalid($mistake);
        }

        return $this->database->transaction(function () use ($document, $tag, $operator): Draft {
            $current = $this->unchanged($tag);
            $this->database->table('rule_draft_saves')->insert([
                'base_revision' => $current->baseRevision,
                'document' => RulesInForce::write($document),
                'saved_by_id' => $operator->accountId,
                'saved_by' => $operator->name,
                'saved_at' => Moment::write($this->clock->now()),
            ]);
            if (! $current->exists()) {
                $this->audit->record('rules.draft_begun', $operator->asOperator(), record: 'draft');
            }

            return $this->current();
        });
    }

    /** @throws Problem 412, 422, 428 */
    public function review(?string $tag, SignedIn $operator): Draft
    {
        return $this->database->transaction(function () use ($tag, $operator): Draft {
            $draft = $this->unchanged($tag);
            if (! $draft->exists()) {
                throw Problem::invalid([new Reason('rules.no_draft')]);
            }
            $row = $this->database->table('rule_draft_saves')->where('version', $draft->version);
            if ($this->review->bySomebodyElse && $row->value('saved_by_id') === $operator->accountId) {
                throw Problem::invalid([new Reason('rules.own_review')]);
            }
            $row->update(['reviewed_by' => $operator->name, 'reviewed_at' => Moment::write($this->clock->now())]);
            $this->audit->record('rules.draft_reviewed', $operator->asOperator(), null, [], ['draft' => $draft->version], record: 'draft');

            return $this->current();
        });
    }

    /** @throws Problem 412, 428 */
    public function discard(?string $tag, SignedIn $operator): void
    {
        $this->database->transaction(function () use ($tag, $operator): void {
            if ($this->unchanged($tag)->exists()) {
                $this->close();
                $this->audit->record('rules.draft_discarded', $operator->asOperator(), record: 'draft');
            }
        });
    }

    /** Takes the draft away: it was published, or thrown away. */
    public function close(): void
    {
        $this->database->table('rule_draft_saves')->delete();
    }

    /** @throws Problem 412 with what changed meanwhile, 428 */
    public function unchanged(?string $tag): Draft
    {
        if ($tag === null) {
            throw new Problem(428, 'update.condition_required');
        }
        $current = $this->current();
        if ($tag !== '*' && $tag !== $current->tag()) {
            throw new Problem(412, 'rules.changed_meanwhile', $this->changedSince($tag, $current));
        }

        return $current;
    }

    public static function invalid(InvalidRuleBook $mistake): Problem
    {
        [$path, $what] = array_pad(explode(': ', $mistake->getMessage(), 2), 2, '');

        return new Problem(422, 'rules.invalid', [new Reason('rules.mistake', $path, ['what' => $what])]);
    }

    /** @return list<Reason> one a rule, with both values */
    private function changedSince(string $tag, Draft $current): array
    {
        preg_match('/^"r(\d+)\.v(\d+)"$/D', $tag, $parts);
        $seen = isset($parts[2]) && $parts[2] !== '0' ? $this->database->table('rule_draft_saves')->where('version', (int) $parts[2])->first() : null;
        $document = $seen === null ? $this->revisions->find((int) ($parts[1] ?? 0))?->document : $this->read($seen)->document;
        $show = static fn (mixed $value): string => (string) json_encode($value, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
        $reasons = [];
        foreach (RuleDiff::between($document ?? [], $current->document) as $path => $change) {
            $reasons[] = new Reason('rules.changed', $path, ['before' => $show($change['before']), 'after' => $show($change['after']), 'by' => $current->savedBy ?? 'a publication']);
        }

        return $reasons;
    }

    private function read(\stdClass $row): Draft
    {
        /** @var array<string, mixed> $document */
        $document = json_decode($row->document, true, flags: JSON_THROW_ON_ERROR);

        return new Draft((int) $row->version, (int) $row->base_revision, $document, $row->saved_by, $row->saved_at, $row->reviewed_by, $row->reviewed_at);
    }
}
