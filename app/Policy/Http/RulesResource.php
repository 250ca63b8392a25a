<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Words;
use Kennel\App\Policy\Rules\Blockers;
use Kennel\App\Policy\Rules\Draft;
use Kennel\App\Policy\Rules\Drafts;
use Kennel\App\Policy\Rules\Revision;
use Kennel\App\Policy\Rules\Revisions;
use Kennel\Core\Directory\Apps\Discretion;
use Kennel\Core\Directory\Disclosure\PublicDirectories;
use Kennel\Core\Policy\Rules\RuleDiff;
use Kennel\Core\Registration\Signup\ProofOfWork;

/** Drafts and revisions as operators see them. */
final readonly class RulesResource
{
    public function __construct(private Revisions $revisions, private Blockers $blockers, private Words $words, private Caller $caller)
    {
    }

    /**
     * @param  list<string>  $conflicts
     * @return array<string, mixed>
     */
    public function draft(Draft $draft, array $conflicts): array
    {
        $book = $draft->book();
        $newest = $this->revisions->newest();
        $base = $this->revisions->find($draft->baseRevision);
        $warnings = [];
        foreach ($book->apps as $app) {
            $warnings[] = [
                'app' => $app->key,
                'contrast' => array_map(static fn (float $ratio): float => floor($ratio * 100) / 100, $app->look->contrast()),
                'warnings' => $this->words->reasons($app->look->warnings()),
            ];
        }

        return [
            'version' => $draft->version,
            'base_revision' => $draft->baseRevision,
            'document' => $draft->document,
            'changes' => $draft->exists() ? self::changes($base->stored ?? [], $draft->document) : [],
            'blockers' => $draft->exists() ? $this->words->reasons([...$this->blockers->against($book), ...$this->blockers->ofOperator($book, $this->caller->get()->accountId)]) : [],
            'saved_by' => $draft->savedBy,
            'saved_at' => $draft->savedAt,
            'reviewed_by' => $draft->reviewedBy,
            'reviewed_at' => $draft->reviewedAt,
            'looks' => $warnings,
            'warnings' => $this->words->reasons([...Discretion::warnings($book->apps), ...PublicDirectories::warnings($book->disclosure, $book->apps)]),
            'newest_revision' => $newest->number,
            'published_since' => self::changes($base->document ?? [], $newest->document),
            'conflicts' => $conflicts,
            'work_seconds' => round(ProofOfWork::seconds($book->signup->bots->workBits), 2),
        ];
    }

    /** @return array<string, mixed> */
    public function revision(Revision $revision): array
    {
        return [
            'number' => $revision->number,
            'published_by' => $revision->publishedBy,
            'published_at' => $revision->publishedAt,
            'reason' => $revision->why,
            'overruled' => $revision->overruled,
        ];
    }

    /**
     * @param  array<array-key, mixed>  $before
     * @param  array<array-key, mixed>  $after
     * @return list<array{path: string, before: mixed, after: mixed}>
     */
    public static function changes(array $before, array $after): array
    {
        $changes = [];
        foreach (RuleDiff::between($before, $after) as $path => $change) {
            $changes[] = ['path' => $path, ...$change];
        }

        return $changes;
    }
}
