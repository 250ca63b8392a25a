<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Http;

use Kennel\App\Credentials\Passwords\Census;
use Kennel\App\Credentials\Sessions\SessionList;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\HeldBackAddresses;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Registration\Invitations\Invitations;
use Kennel\App\Trail\Audit\AuditEvents;

/** The rail's figures: one a station, read from the data at each request. */
final readonly class Stations
{
    public function __construct(
        private Accounts $accounts,
        private Messages $messages,
        private Invitations $invitations,
        private Census $census,
        private SessionList $sessions,
        private HeldBackAddresses $heldBack,
        private Roles $roles,
        private Apps $apps,
        private AuditEvents $audit,
    ) {
    }

    /** @return list<array{station: string, figure: int, unit: string, needs_attention: bool}> */
    public function all(): array
    {
        return [
            self::station('signup', $this->accounts->countToday(), 'today'),
            $this->invitations($this->invitations->countAll()),
            $this->mail(),
            $this->passwords(),
            $this->signin(),
            self::counted('roles', count($this->roles->keys()), 'role', 'roles'),
            self::counted('apps', count($this->apps->all()), 'app', 'apps'),
            $this->accounts($this->accounts->countAll()),
            self::counted('audit', $this->audit->count(), 'event', 'events'),
        ];
    }

    /** @return array{station: string, figure: int, unit: string, needs_attention: bool} */
    public function accounts(int $all): array
    {
        return self::station('accounts', $all, 'in all');
    }

    /**
     * @param  array{open: int, lapsing: int}  $counts
     * @return array{station: string, figure: int, unit: string, needs_attention: bool}
     */
    public function invitations(array $counts): array
    {
        return $counts['lapsing'] > 0 ? self::station('invitations', $counts['lapsing'], 'lapsing', true) : self::station('invitations', $counts['open'], 'open');
    }

    /** @return array{station: string, figure: int, unit: string, needs_attention: bool} */
    private function mail(): array
    {
        $states = $this->messages->countByState();
        $failed = $states['failed'] ?? 0;

        return $failed > 0
            ? self::station('mail', $failed, 'failed', true)
            : self::station('mail', ($states['queued'] ?? 0) + ($states['sending'] ?? 0) + ($states['retrying'] ?? 0), 'waiting');
    }

    /** @return array{station: string, figure: int, unit: string, needs_attention: bool} */
    private function signin(): array
    {
        $heldBack = $this->heldBack->count();

        return $heldBack > 0 ? self::station('signin', $heldBack, 'held back', true) : self::station('signin', $this->sessions->countLive(), 'live');
    }

    /** @return array{station: string, figure: int, unit: string, needs_attention: bool} */
    private function passwords(): array
    {
        $share = $this->census->share();

        // Rounded down: "100 %" must mean all of them.
        return self::station('passwords', $share['all'] === 0 ? 100 : intdiv(100 * $share['current'], $share['all']), '% current');
    }

    /** @return array{station: string, figure: int, unit: string, needs_attention: bool} */
    private static function station(string $station, int $figure, string $unit, bool $needsAttention = false): array
    {
        return ['station' => $station, 'figure' => $figure, 'unit' => $unit, 'needs_attention' => $needsAttention];
    }

    /** @return array{station: string, figure: int, unit: string, needs_attention: bool} */
    private static function counted(string $station, int $figure, string $one, string $many): array
    {
        return self::station($station, $figure, $figure === 1 ? $one : $many);
    }
}
