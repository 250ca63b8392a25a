<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Retention;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** How long rows stay that nobody needs any more. The audit trail and the rule book's revisions stay for good. */
final readonly class RetentionRules
{
    public const SPANS = [
        'sessions' => 'Sessions after they ended or lapsed',
        'signins' => 'Attempts to sign in: when, by keyed digests of whom and where, and how they ended',
        'challenges' => 'Mailed links after they lapsed',
        'invitations' => 'Invitations after they were accepted, lapsed or withdrawn',
        'messages' => 'Messages after they were sent, held or given up',
        'closed_accounts' => 'Accounts after they were closed, while they can be reopened; then they are deleted with all they hold',
        'evidence' => 'The evidence of single acts',
        'verdicts' => 'What sign-ups were told, for the impact of drafts',
        'tallies' => 'Figures by day',
        'refusals' => 'Refused sign-ins and other acts of strangers, by the hour',
        'imports' => 'Imports, acts upon many and their reports after they ended; a file that was checked and never begun goes after a week',
        'failed_jobs' => 'Background jobs that failed',
    ];

    /** @param  array<string, Duration>  $spans  by the keys of SPANS */
    public function __construct(private array $spans)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $spans = [];
        foreach (self::SPANS as $key => $about) {
            $spans[$key] = $document->duration($key, $about);
        }
        $document->nothingElse();

        return new self($spans);
    }

    /** @param  key-of<self::SPANS>  $what */
    public function span(string $what): Duration
    {
        return $this->spans[$what];
    }

    /**
     * The moment before which rows of this kind may go.
     *
     * @param  key-of<self::SPANS>  $what
     */
    public function before(string $what, \DateTimeImmutable $now): \DateTimeImmutable
    {
        return $now->modify("-{$this->spans[$what]->seconds} seconds");
    }
}
