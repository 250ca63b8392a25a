<?php

declare(strict_types=1);

namespace Kennel\App\Rules;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\LookupKeys;
use Kennel\App\Audit\Actor;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Platform\Moment;
use Kennel\Core\Rules\InvalidRuleBook;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Rules\RuleBook;
use Kennel\Core\Rules\RuleDiff;
use Psr\Clock\ClockInterface;

/** The rule book's published states, and publishing the next. The console, the command and the demo all come through here. */
final readonly class Revisions
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private RulesInForce $rules,
        private LookupKeys $lookupKeys,
        private Blockers $blockers,
        private AuditTrail $audit,
    ) {
    }

    public function newest(): Revision
    {
        $row = $this->database->table('rule_revisions')->orderByDesc('number')->first();

        return $row === null ? Revision::shipped() : Revision::fromRow($row);
    }

    public function find(int $number): ?Revision
    {
        $row = $this->database->table('rule_revisions')->where('number', $number)->first();

        return $row === null ? ($number === 0 ? Revision::shipped() : null) : Revision::fromRow($row);
    }

    /** @return list<Revision> newest first, what ships last */
    public function all(): array
    {
        return [...array_values($this->database->table('rule_revisions')->orderByDesc('number')->get()->map(Revision::fromRow(...))->all()), Revision::shipped()];
    }

    /**
     * Puts a document into force for the next request on. Publishing what is in force already does nothing.
     *
     * @param  array<array-key, mixed>  $document
     * @return array{changes: array<string, array{before: mixed, after: mixed}>, blockers: list<Reason>} what changed, by path; with blockers nothing did
     *
     * @throws InvalidRuleBook and leaves everything as it was
     */
    public function publish(array $document, string $why, Actor $by, ?string $overruled = null): array
    {
        $book = RuleBook::fromArray($document);

        return $this->database->transaction(function () use ($document, $book, $why, $by, $overruled): array {
            $changes = RuleDiff::between($this->rules->document(), $document);
            if ($changes === []) {
                return ['changes' => [], 'blockers' => []];
            }
            $blockers = $this->blockers->against($book);
            if ($blockers !== []) {
                return ['changes' => [], 'blockers' => $blockers];
            }
            $this->database->table('rule_revisions')->insert([
                'document' => RulesInForce::write($document),
                'digest' => hash('sha256', RulesInForce::write($document)),
                'published_by' => $by->name,
                'why' => $why,
                'overruled' => $overruled,
                'published_at' => Moment::write($this->clock->now()),
            ]);
            $this->lookupKeys->write($book->addresses);
            // As one text a side: a rule's name may hold a word, such as "password", that marks a secret elsewhere.
            $side = static fn (string $side): string => implode(', ', array_map(
                static fn (string $path, array $change): string => $path.' '.json_encode($change[$side], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
                array_keys($changes),
                $changes,
            ));
            $this->audit->record('rules.published', $by, null, ['rules' => $side('before')], ['rules' => $side('after')], $overruled === null ? $why : "{$why} (cases overruled: {$overruled})", 'rule book');
            // Last: until here everything can be undone.
            $this->rules->replace($document);

            return ['changes' => $changes, 'blockers' => []];
        });
    }
}
