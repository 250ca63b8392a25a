<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\OAuth\Clients\Scope;
use Psr\Clock\ClockInterface;

/** What people agreed to for apps: remembered, shown to them, withdrawn by them. */
final readonly class Grants
{
    public function __construct(private ConnectionInterface $database, private EndAuthorizations $end, private AuditTrail $audit, private ClockInterface $clock)
    {
    }

    /** @return array{scope: Scope, at: \DateTimeImmutable}|null */
    public function find(string $accountId, string $app): ?array
    {
        $row = AppGrant::query()->where('account_id', $accountId)->where('app_key', $app)->first();

        return $row === null ? null : ['scope' => Scope::parse($row->scope) ?? Scope::of([]), 'at' => Moment::read($row->agreed_at)];
    }

    /** Adds to what was agreed to before. Called inside the act's transaction. */
    public function add(SignedIn $holder, string $app, Scope $scope): void
    {
        $before = $this->find($holder->accountId, $app);
        $all = ($before['scope'] ?? Scope::of([]))->with($scope);
        AppGrant::query()->upsert(
            [['id' => (string) Str::uuid7(), 'account_id' => $holder->accountId, 'app_key' => $app, 'scope' => $all->toString(), 'agreed_at' => Moment::write($this->clock->now())]],
            ['account_id', 'app_key'],
            ['scope', 'agreed_at'],
        );
        $this->audit->record('app.agreed', $holder->asHolder(), ['id' => $holder->accountId, 'name' => $holder->name], ['app' => $app, 'scope' => $before === null ? '' : $before['scope']->toString()], ['app' => $app, 'scope' => $all->toString()], record: 'app grant');
    }

    /**
     * What has access to somebody's account: by agreement, or by having been let in as one of the service's own.
     *
     * @return list<array{app: string, scope: Scope, agreed_at: string|null, since: string|null, used_at: string|null, live: int}>
     */
    public function of(string $accountId): array
    {
        $now = Moment::write($this->clock->now());
        $grants = AppGrant::query()->where('account_id', $accountId)->get()->keyBy('app_key');
        $live = Authorization::query()->where('account_id', $accountId)->whereNull('ended_at')->where('lapses_at', '>', $now)->orderBy('seq')->get()->groupBy('app_key');
        $apps = array_values(array_unique([...$grants->keys()->all(), ...$live->keys()->all()]));
        sort($apps);

        return array_map(static function (string|int $app) use ($grants, $live): array {
            $grant = $grants->get($app);
            $own = $live->get($app)?->all() ?? [];
            $scope = Scope::parse($grant->scope ?? '') ?? Scope::of([]);
            foreach ($own as $one) {
                $scope = $scope->with(Scope::parse($one->scope) ?? Scope::of([]));
            }

            return [
                'app' => (string) $app, 'scope' => $scope, 'agreed_at' => $grant?->agreed_at, 'since' => $own === [] ? null : $own[array_key_first($own)]->created_at,
                'used_at' => $own === [] ? null : max(array_map(static fn (Authorization $one): string => $one->renewed_at ?? $one->created_at, $own)), 'live' => count($own),
            ];
        }, $apps);
    }

    /** @throws Refusal where it has none */
    public function withdraw(SignedIn $holder, string $app): void
    {
        $this->database->transaction(function () use ($holder, $app): void {
            $had = $this->find($holder->accountId, $app);
            AppGrant::query()->where('account_id', $holder->accountId)->where('app_key', $app)->delete();
            $ended = $this->end->allOf($holder->accountId, $app, 'holder');
            if ($had === null && $ended === 0) {
                throw Refusal::notFound();
            }
            $this->audit->record('app.access_withdrawn', $holder->asHolder(), ['id' => $holder->accountId, 'name' => $holder->name], ['app' => $app, 'scope' => $had === null ? '' : $had['scope']->toString(), 'live' => $ended], ['app' => $app, 'scope' => '', 'live' => 0], record: 'app grant');
        });
    }
}
