<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rules;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Policy\Rules\ReviewRules;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\Policy\Rules\RuleDiff;
use Kennel\Core\Policy\Rules\RuleMerge;
use Kennel\Core\Policy\Rules\Upgrades\UpgradeBook;
use Psr\Clock\ClockInterface;

/** The one draft that operators share. Every save is kept until it is published or thrown away, so that the second of two editors can be shown what the first did. */
final readonly class Drafts
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Revisions $revisions,
        private AuditTrail $audit,
        private ReviewRules $review,
    ) {
    }

    public function current(): Draft
    {
        $row = DraftSave::query()->orderByDesc('version')->first();
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
     * @throws Refusal with what changed meanwhile, with the mistake by its path, or without a condition
     */
    public function save(array $document, ?string $tag, SignedIn $operator): Draft
    {
        try {
            $document = UpgradeBook::ofToday()($document);
            RuleBook::fromArray($document);
        } catch (InvalidRuleBook $mistake) {
            throw self::invalid($mistake);
        }

        return $this->database->transaction(function () use ($document, $tag, $operator): Draft {
            $current = $this->unchanged($tag);
            $this->add($document, $current->baseRevision, $operator);
            if (! $current->exists()) {
                $this->audit->record('rules.draft_begun', $operator->asOperator(), record: 'draft');
            }

            return $this->current();
        });
    }

    /** @throws Refusal when it changed meanwhile, for what is invalid, without a condition */
    public function review(?string $tag, SignedIn $operator): Draft
    {
        return $this->database->transaction(function () use ($tag, $operator): Draft {
            $draft = $this->unchanged($tag);
            if (! $draft->exists()) {
                throw Refusal::invalid([new Reason('rules.no_draft')]);
            }
            $save = DraftSave::query()->findOrFail($draft->version);
            if ($this->review->bySomebodyElse && $save->saved_by_id === $operator->accountId) {
                throw Refusal::invalid([new Reason('rules.own_review')]);
            }
            $save->update(['reviewed_by' => $operator->name, 'reviewed_at' => Moment::write($this->clock->now())]);
            $this->audit->record('rules.draft_reviewed', $operator->asOperator(), null, [], ['draft' => $draft->version], record: 'draft');

            return $this->current();
        });
    }

    /** @throws Refusal when it changed meanwhile, without a condition */
    public function discard(?string $tag, SignedIn $operator): void
    {
        $this->database->transaction(function () use ($tag, $operator): void {
            if ($this->unchanged($tag, mayBeOutdated: true)->exists()) {
                $this->close();
                $this->audit->record('rules.draft_discarded', $operator->asOperator(), record: 'draft');
            }
        });
    }

    /** Takes the draft away: it was published, or thrown away. */
    public function close(): void
    {
        DraftSave::query()->delete();
    }

    /**
     * Brings a draft upon an older revision up to the newest: what was published since counts wherever the draft left the rule alone.
     *
     * @return array{Draft, list<string>} and the paths of rules that both changed, where the draft's value stays
     *
     * @throws Refusal when it changed meanwhile, for what is invalid, without a condition
     */
    public function rebase(?string $tag, SignedIn $operator): array
    {
        return $this->database->transaction(function () use ($tag, $operator): array {
            $draft = $this->unchanged($tag, mayBeOutdated: true);
            $newest = $this->revisions->newest();
            if (! $draft->exists() || $draft->baseRevision === $newest->number) {
                throw Refusal::invalid([new Reason($draft->exists() ? 'rules.is_newest' : 'rules.no_draft')]);
            }
            $merged = RuleMerge::of($this->revisions->find($draft->baseRevision)->document ?? [], $draft->document, $newest->document);
            try {
                RuleBook::fromArray($merged->document);
            } catch (InvalidRuleBook $mistake) {
                throw self::invalid($mistake);
            }
            $this->add($merged->document, $newest->number, $operator);
            $this->audit->record(
                'rules.draft_rebased',
                $operator->asOperator(),
                null,
                ['revision' => $draft->baseRevision],
                ['revision' => $newest->number],
                record: 'draft',
            );

            return [$this->current(), $merged->conflicts];
        });
    }

    /**
     * @param  bool  $mayBeOutdated  for what takes the draft away or brings it up to date: everything else builds on the newest revision
     *
     * @throws Refusal with what changed meanwhile, or without a condition
     */
    public function unchanged(?string $tag, bool $mayBeOutdated = false): Draft
    {
        if ($tag === null) {
            throw Refusal::conditionMissing();
        }
        $current = $this->current();
        if ($tag !== '*' && $tag !== $current->tag()) {
            throw Refusal::changedMeanwhile('rules.changed_meanwhile', $this->changedSince($tag, $current));
        }
        $newest = $this->revisions->newest();
        if (! $mayBeOutdated && $current->baseRevision !== $newest->number) {
            throw Refusal::changedMeanwhile(
                'rules.outdated',
                self::changed($this->revisions->find($current->baseRevision)->document ?? [], $newest->document, $newest->publishedBy),
            );
        }

        return $current;
    }

    public static function invalid(InvalidRuleBook $mistake): Refusal
    {
        [$path, $what] = array_pad(explode(': ', $mistake->getMessage(), 2), 2, '');

        return Refusal::invalid([new Reason('rules.mistake', $path, ['what' => $what])], 'rules.invalid');
    }

    /** @return list<Reason> one a rule, with both values */
    private function changedSince(string $tag, Draft $current): array
    {
        preg_match('/^"r(\d+)\.v(\d+)"$/D', $tag, $parts);
        $seen = isset($parts[2]) && $parts[2] !== '0' ? DraftSave::query()->find((int) $parts[2]) : null;
        $document = $seen === null ? $this->revisions->find((int) ($parts[1] ?? 0))?->document : $seen->upgraded();

        return self::changed($document ?? [], $current->document, $current->savedBy ?? 'a publication');
    }

    /**
     * @param  array<array-key, mixed>  $before
     * @param  array<array-key, mixed>  $after
     * @return list<Reason> one a rule, with both values
     */
    private static function changed(array $before, array $after, string $by): array
    {
        $show = static fn (mixed $value): string => (string) json_encode($value, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
        $reasons = [];
        foreach (RuleDiff::between($before, $after) as $path => $change) {
            $reasons[] = new Reason('rules.changed', $path, ['before' => $show($change['before']), 'after' => $show($change['after']), 'by' => $by]);
        }

        return $reasons;
    }

    /** @param  array<string, mixed>  $document */
    private function add(array $document, int $base, SignedIn $operator): void
    {
        DraftSave::query()->create([
            'base_revision' => $base,
            'document' => $document,
            'saved_by_id' => $operator->accountId,
            'saved_by' => $operator->name,
            'saved_at' => Moment::write($this->clock->now()),
        ]);
    }

    /** @return array<string, mixed>|null the document of one save; null when the draft it was of is gone */
    public function documentOf(int $version): ?array
    {
        return $version === 0 ? null : DraftSave::query()->find($version)?->upgraded();
    }

    private function read(DraftSave $row): Draft
    {
        return new Draft($row->version, $row->base_revision, $row->upgraded(), $row->saved_by, $row->saved_at, $row->reviewed_by, $row->reviewed_at);
    }
}
