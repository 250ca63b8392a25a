<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Illuminate\Contracts\Foundation\Application;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Credentials\Factors\Factors;
use Kennel\App\Credentials\Sessions\LiveSessions;
use Kennel\App\Credentials\Sessions\Session;
use Kennel\App\Credentials\Throttling\FailureRuns;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\Standings;
use Kennel\App\Trail\Evidence\EvidenceEntry;
use Kennel\App\Trail\Evidence\EvidenceLog;
use Kennel\Core\Foundation\Text\EmailAddress;

/** What there is to see in a world: the person's mailbox and telephone, what the account holds, what was written down, and what runs out next. */
final readonly class Scene
{
    private const ENTRIES = 120;

    public function __construct(private Application $inner, private Cast $cast)
    {
    }

    /** @return array<string, mixed> */
    public function __invoke(): array
    {
        $account = $this->account();

        return [
            'person' => $this->cast->person,
            'account' => $account === null ? null : $this->holds($account),
            'received' => (new Post($this->inner))->received(),
            'evidence' => $this->evidence(),
            'expires' => $this->expires(),
        ];
    }

    private function account(): ?Account
    {
        return $this->inner->make(Accounts::class)->byAddress(EmailAddress::parse($this->cast->person['email']));
    }

    /** @return array<string, mixed> */
    private function holds(Account $account): array
    {
        return [
            'status' => $account->status->value,
            'is_proven' => $account->email_proven_at !== null,
            'factors' => $this->inner->make(Factors::class)->count($account->id),
            'recovery_codes' => count($this->cast->recoveryCodes),
            'sessions' => count($this->inner->make(LiveSessions::class)->of($account->id)),
            'failures' => $this->inner->make(FailureRuns::class)->of($account->lookup_key),
            'duties' => array_map(static fn ($duty): string => $duty->value, $this->inner->make(Standings::class)->of($account)->duties),
        ];
    }

    /**
     * The newest last, as they happened.
     *
     * @return list<array{seq: int, at: string, lane: string, label: string, content: mixed}>
     */
    private function evidence(): array
    {
        return array_map(static fn (EvidenceEntry $one): array => [
            'seq' => $one->seq, 'at' => $one->at, 'lane' => $one->lane, 'label' => $one->label, 'content' => $one->content,
        ], $this->inner->make(EvidenceLog::class)->recent(self::ENTRIES));
    }

    /**
     * What runs out next.
     *
     * @return array{what: string, at: string}|null
     */
    public function expires(): ?array
    {
        $account = $this->account();
        $lapses = array_map(static fn (Session $one): string => $one->lapses_at, $account === null ? [] : $this->inner->make(LiveSessions::class)->of($account->id));
        $next = array_filter(['a link' => $this->inner->make(Challenges::class)->nextExpiry(), 'a session' => $lapses === [] ? null : min($lapses)]);
        asort($next);
        $what = array_key_first($next);

        return $what === null ? null : ['what' => $what, 'at' => $next[$what]];
    }
}
