<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Illuminate\Http\Request;
use Kennel\App\Directory\Accounts\StandingRow;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Database\ImmediateSqliteConnection;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\RequestContext;
use Kennel\Core\Credentials\Sessions\DecideSession;
use Kennel\Core\Credentials\Sessions\SessionFacts;
use Kennel\Core\Credentials\Sessions\SessionRules;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Directory\Roles\Assignment;
use Kennel\Core\Directory\Roles\Bounds;
use Kennel\Core\Foundation\Identity\Access;
use Kennel\Core\Foundation\Identity\Proof;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Permissions\PermissionSet;
use Kennel\Core\Foundation\Secrets\Token;
use Psr\Clock\ClockInterface;

/**
 * The session of the request under way, checked against the store each time. Every door and every query that needs a permission
 * asks here; both asking is deliberate (see docs/decisions/0004-permissions-twice.md).
 *
 * Joins the accounts table, which otherwise belongs to Accounts: this runs at every request and has to be one query.
 */
final class CurrentSession implements Caller
{
    private SignedIn|null|false $signedIn = false;

    /** Of the account behind it, as the query gave them. */
    private string $assignments = '[]';

    /** How the roles stood at that moment. */
    private string $roleTag = '';

    /** @var array<string, list<string|null>>|null apps by permission */
    private ?array $grants = null;

    private ?PermissionSet $permissions = null;

    public function __construct(
        private readonly Request $request,
        private readonly ImmediateSqliteConnection $database,
        private readonly ClockInterface $clock,
        private readonly DecideSession $decide,
        private readonly RequestContext $context,
    ) {
    }

    /** The same store and clock, for a request that is read in another way. */
    public function of(Request $request): self
    {
        return new self($request, $this->database, $this->clock, $this->decide, $this->context);
    }

    public function find(): ?SignedIn
    {
        if ($this->signedIn === false) {
            $this->signedIn = $this->read(Surface::of($this->request));
            $this->context->accountId ??= $this->signedIn?->accountId;
        }

        return $this->signedIn;
    }

    /** @throws Refusal when nobody is signed in */
    public function get(): SignedIn
    {
        return $this->find() ?? throw Refusal::nobodySignedIn();
    }

    /**
     * For operators. A session of the account pages, which may be thirty days old, opens none of their doors.
     *
     * @throws Refusal without a session of the console, without full standing or without the permission
     */
    public function require(Permission $permission): SignedIn
    {
        $signedIn = $this->get();
        if ($signedIn->surface !== Surface::Console) {
            throw Refusal::nobodySignedIn();
        }
        if ($signedIn->access !== Access::Full) {
            throw Refusal::notAllowed('session.limited', $signedIn->reasons);
        }
        if (! $this->permissions()->allows($permission->value)) {
            throw Refusal::missing($permission);
        }

        return $signedIn;
    }

    public function requireUnbounded(Permission $permission): SignedIn
    {
        $signedIn = $this->require($permission);
        if ($this->bounds() !== null) {
            throw Refusal::notAllowed('operator.bounded');
        }

        return $signedIn;
    }

    public function bounds(): ?array
    {
        return Bounds::of($this->grants());
    }

    public function permissions(): PermissionSet
    {
        // Asked at the door and again at the data.
        return $this->permissions ??= Bounds::permissions($this->grants());
    }

    public function permissionsOn(?string $app): array
    {
        return Bounds::on($app, $this->grants());
    }

    /** @return array<string, list<string|null>> apps by permission; null for wherever */
    private function grants(): array
    {
        if ($this->grants === null) {
            $this->get();
            $now = $this->clock->now();
            $held = array_filter(Assignments::decode($this->assignments, $now), static fn (Assignment $one): bool => $one->holdsAt($now));
            $roles = app(Roles::class);
            $roles->standAt($this->roleTag);
            $this->grants = $roles->graph()->grants(array_values(array_map(static fn (Assignment $one): array => [$one->role, $one->app], $held)));
        }

        return $this->grants;
    }

    /** @param  list<string>  $bindings */
    private function look(string $where, array $bindings): ?object
    {
        return $this->database->look(
            'SELECT s.id, s.kept, s.started_at, s.seen_at, s.ended_at, s.proven_at, s.proven_by, s.second_factor, a.name, '.StandingRow::columns().', '.Roles::TAG.' AS role_tag
             FROM sessions s JOIN accounts a ON a.id = s.account_id WHERE '.$where,
            $bindings,
        )[0] ?? null;
    }

    private function read(Surface $surface): ?SignedIn
    {
        $cookie = $this->request->cookies->get($surface->cookieName());
        $token = is_string($cookie) ? Token::read($cookie) : null;
        if ($token === null) {
            return null;
        }
        // By itself: it nearly always is the newest token, and asking for both at once makes the statement dearer to prepare.
        $row = $this->look('s.token_digest = ? AND s.surface = ?', [$token->digest(), $surface->value])
            ?? $this->look('s.former_digest = ? AND s.former_until > ? AND s.surface = ?', [$token->digest(), Moment::write($this->clock->now()), $surface->value]);
        if ($row === null) {
            return null;
        }
        $this->assignments = $row->assignments;
        $this->roleTag = $row->role_tag;
        $facts = new SessionFacts((bool) $row->kept, Moment::read($row->started_at), Moment::read($row->seen_at), Moment::readOrNull($row->ended_at));
        $now = $this->clock->now();
        $limits = app(SessionRules::class);
        if ($limits->areNarrowedForSome()) {
            $limits = app(LimitsOfAccount::class)->ofRow($row->app_key, $row->assignments);
        }
        if (($this->decide)($facts, $now, $limits) !== null) {
            return null;
        }
        $duties = app(DutyRules::class);
        $standing = StandingRow::standing($row, $duties);
        if (! $standing->maySignIn()) {
            return null;
        }
        if ($this->decide->shouldMarkSeen($facts, $now)) {
            app(MarkSeen::class)($row->id, $row->account_id, $facts->kept, $facts->startedAt, $now, $limits);
        }

        return new SignedIn(
            $row->id,
            $surface,
            $row->started_at,
            $row->account_id,
            $row->name,
            $row->email,
            $row->app_key,
            $standing->access,
            Moment::read($row->proven_at),
            new Proof($row->proven_by, $row->second_factor),
            $standing->reasons,
            array_column($standing->duties, 'value'),
        );
    }
}
