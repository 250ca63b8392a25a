<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\App\Directory\Accounts\StandingRow;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Database\ImmediateSqliteConnection;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Directory\Roles\Assignment;
use Kennel\Core\Directory\Roles\Bounds;
use Kennel\Core\Foundation\Identity\Proof;
use Kennel\Core\OAuth\Clients\Scope;
use Kennel\Core\OAuth\Tokens\CodeState;
use Kennel\Core\OAuth\Tokens\FamilyState;
use Psr\Clock\ClockInterface;

/**
 * Authorizations with what they depend on, in one look: whoever is suspended, signed out or stripped of a role is so in the next answer. Reads accounts and
 * sessions, which otherwise belong to others, as CurrentSession does.
 */
final readonly class Holdings
{
    public function __construct(private ImmediateSqliteConnection $database, private ClockInterface $clock, private DutyRules $duties, private Roles $roles)
    {
    }

    /** With its code. */
    public function ofCode(string $digest): ?Holding
    {
        $row = $this->read('z.code_digest = ?', [$digest], ', z.code_challenge, z.redirect_uri, z.nonce, z.code_until, z.code_used_at');

        return $row === null ? null : $this->holding($row, code: new CodeState($row->code_challenge, $row->redirect_uri, $row->nonce, Moment::readOrNull($row->code_until), $row->code_used_at !== null));
    }

    /** With its refresh tokens. */
    public function ofFamily(string $digest): ?Holding
    {
        $row = $this->read('z.family_digest = ?', [$digest], ', z.current_digest, z.superseded');

        return $row === null ? null : $this->holding($row, family: new FamilyState($row->current_digest, Authorization::readSuperseded($row->superseded), Moment::read($row->lapses_at)));
    }

    public function find(string $id): ?Holding
    {
        return $this->one('z.id = ?', [$id]);
    }

    public function at(int $seq): ?Holding
    {
        return $this->one('z.seq = ?', [$seq]);
    }

    /** What a signed access token comes of, unless that very token was given back. */
    public function ofToken(string $authorization, string $tokenId): ?Holding
    {
        return $this->one('z.id = ? AND NOT EXISTS (SELECT 1 FROM revoked_tokens WHERE id = ?)', [$authorization, $tokenId]);
    }

    /** Whether a signed access token was given back. */
    public function isRevoked(string $id): bool
    {
        return $this->database->look('SELECT 1 FROM revoked_tokens WHERE id = ?', [$id]) !== [];
    }

    /** @param  list<string|int>  $values */
    private function one(string $where, array $values): ?Holding
    {
        $row = $this->read($where, $values);

        return $row === null ? null : $this->holding($row);
    }

    /**
     * @param  list<string|int>  $values
     * @param  string  $more  columns that not everybody needs: each is a part of the time that the statement takes to prepare
     */
    private function read(string $where, array $values, string $more = ''): ?object
    {
        return $this->database->look('SELECT z.seq, z.id, z.app_key AS authorized_for, z.session_id, z.scope, z.resources, z.is_offline, z.proven_at, z.proven_by, z.second_factor, z.lapses_at, z.created_at AS authorized_at, z.ended_by,
            z.key_thumbprint'.$more.', s.ended_at AS session_ended_at, s.lapses_at AS session_lapses_at, a.name AS account_name, '.StandingRow::columns().', '.Roles::TAG.' AS role_tag
            FROM authorizations z JOIN accounts a ON a.id = z.account_id LEFT JOIN sessions s ON s.id = z.session_id WHERE '.$where, $values)[0] ?? null;
    }

    /** @param  object  $row  what read() asked for */
    private function holding(object $row, ?CodeState $code = null, ?FamilyState $family = null): Holding
    {
        $now = $this->clock->now();
        [$roles, $permissions] = $this->held((string) $row->assignments, (string) $row->role_tag, (string) $row->authorized_for, $now);

        return new Holding(
            (int) $row->seq, $row->id, $row->authorized_for, $row->account_id, $row->account_name, $row->session_id, Scope::parse($row->scope) ?? Scope::of([]),
            json_decode($row->resources, true, flags: JSON_THROW_ON_ERROR), (bool) $row->is_offline, Moment::read($row->proven_at), new Proof($row->proven_by, $row->second_factor),
            Moment::read($row->lapses_at), Moment::read($row->authorized_at), $row->ended_by,
            $row->session_lapses_at !== null && $row->session_ended_at === null && Moment::read($row->session_lapses_at) > $now,
            StandingRow::standing($row, $this->duties), $roles, $permissions, $row->key_thumbprint, $code, $family,
        );
    }

    /** @return array{list<string>, list<string>} roles and permissions that count on the app; of Kennel itself nothing is said to apps */
    private function held(string $assignments, string $tag, string $app, \DateTimeImmutable $now): array
    {
        $held = array_values(array_filter(
            Assignments::decode($assignments, $now),
            static fn (Assignment $one): bool => $one->holdsAt($now) && ($one->app === null || $one->app === $app),
        ));
        if ($held === []) {
            return [[], []];
        }
        $this->roles->standAt($tag);
        $graph = $this->roles->graph();
        $roles = array_values(array_filter($graph->closure(array_column($held, 'role')), static fn (string $role): bool => $graph->countsFor($role, $app)));
        $names = Bounds::on($app, $graph->grants(array_map(static fn (Assignment $one): array => [$one->role, $one->app], $held)));
        sort($roles);
        sort($names);

        return [$roles, $names];
    }
}
