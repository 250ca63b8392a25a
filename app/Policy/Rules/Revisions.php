<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rules;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Accounts\LookupKeys;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\Policy\Rules\RuleDiff;
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
        /** @var RuleRevision|null $row */
        $row = RuleRevision::query()->orderByDesc('number')->first();

        return $row === null ? Revision::shipped() : Revision::fromRow($row);
    }

    public function find(int $number): ?Revision
    {
        $row = RuleRevision::query()->where('number', $number)->first();

        return $row === null ? ($number === 0 ? Revision::shipped() : null) : Revision::fromRow($row);
    }

    /** @return list<Revision> newest first, what ships last */
    public function all(): array
    {
        /** @var list<RuleRevision> $rows */
        $rows = RuleRevision::query()->orderByDesc('number')->get()->all();

        return [...array_map(Revision::fromRow(...), $rows), Revision::shipped()];
    }

    /**
     * Puts a document into force for the next request on. Publishing what is in force already does nothing.
     *
     * @param  array<array-key, mixed>  $document
     * @param  int  $base  the revision it was made upon; refused when that is no longer the newest
     * @return array{changes: array<string, array{before: mixed, after: mixed}>, blockers: list<Reason>} what changed, by path; with blockers nothing did
     *
     * @throws InvalidRuleBook and leaves everything as it was
     */
    public function publish(array $document, int $base, string $why, Actor $by, ?string $overruled = null): array
    {
        $book = RuleBook::fromArray($document);

        return $this->database->transaction(function () use ($document, $base, $book, $why, $by, $overruled): array {
            $newest = $this->newest();
            if ($newest->number !== $base) {
                return [
                    'changes' => [],
                    'blockers' => [new Reason('rules.not_newest', null, ['base' => $base, 'newest' => $newest->number, 'by' => $newest->publishedBy])],
                ];
            }
            $changes = RuleDiff::between($newest->stored, $document);
            if ($changes === []) {
                return ['changes' => [], 'blockers' => []];
            }
            $blockers = $this->blockers->against($book);
            if ($blockers !== []) {
                return ['changes' => [], 'blockers' => $blockers];
            }
            $text = RulesInForce::write($document);
            RuleRevision::query()->create([
                'document' => $text,
                'digest' => hash('sha256', $text),
                'published_by' => $by->name,
                'why' => $why,
                'overruled' => $overruled,
                'published_at' => Moment::write($this->clock->now()),
            ]);
            $this->lookupKeys->write($book->addresses);
            // An app is registered by being in the rule book, whether that was written in the console or in a file.
            $added = Apps::registerMissing(array_map(static fn (Client $one): array => ['name' => $book->apps[$one->key]->look->name, 'kind' => $one->kind->value], $book->clients->all));
            foreach ($added as $key) {
                $this->audit->record('app.registered', $by, null, [], ['app' => $key], $why, 'app');
            }
            // As one text a side: a rule's name may hold a word, such as "password", that marks a secret elsewhere.
            $side = static fn (string $side): string => implode(', ', array_map(
                static fn (string $path, array $change): string => $path.' '.json_encode($change[$side], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
                array_keys($changes),
                $changes,
            ));
            $this->audit->record(
                'rules.published',
                $by,
                null,
                ['rules' => $side('before')],
                ['rules' => $side('after')],
                $overruled === null ? $why : "{$why} (cases overruled: {$overruled})",
                'rule book',
            );
            $this->rules->forget();

            return ['changes' => $changes, 'blockers' => []];
        });
    }
}
