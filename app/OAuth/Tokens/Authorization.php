<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;
use Kennel\Core\OAuth\Tokens\Superseded;

/**
 * That an app was let in, by whom, to what: the code it gets, and the family of refresh tokens that comes of it. Of both only digests are kept.
 *
 * @property int $seq
 * @property string $id
 * @property string $app_key
 * @property string $account_id
 * @property string $session_id
 * @property string $scope
 * @property string $resources
 * @property bool $is_offline
 * @property string $proven_at
 * @property string $proven_by
 * @property string|null $second_factor
 * @property string|null $nonce
 * @property string|null $code_digest
 * @property string|null $code_challenge
 * @property string|null $redirect_uri
 * @property string|null $code_until
 * @property string|null $code_used_at
 * @property string|null $family_digest
 * @property string|null $current_digest
 * @property string $superseded the refresh tokens that were exchanged within the last seconds, as superseded() writes them
 * @property string|null $renewed_at
 * @property string $lapses_at
 * @property string $created_at
 * @property string|null $ended_at
 * @property string|null $ended_by
 * @property string|null $key_thumbprint of the key that its code, or its refresh tokens, need (RFC 9449)
 * @property string|null $told_at when the app heard that the session ended
 */
final class Authorization extends NumberedRecord
{
    use MassPrunable;

    /** At most: an app that refreshes more often within the overlap has other troubles. */
    private const SUPERSEDED = 16;

    protected $table = 'authorizations';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['is_offline' => 'boolean'];
    }

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('lapses_at', '<', Moment::write(Limit::now()->modify('-1 day')));
    }

    /** @param  list<Superseded>  $all  oldest first */
    public static function superseded(array $all): string
    {
        $some = array_slice($all, -self::SUPERSEDED);

        return json_encode(array_map(static fn (Superseded $one): array => [$one->digest, $one->salt, Moment::write($one->at)], $some), JSON_THROW_ON_ERROR);
    }

    /** @return list<Superseded> oldest first */
    public static function readSuperseded(string $column): array
    {
        return array_map(
            static fn (array $one): Superseded => new Superseded($one[0], $one[1], Moment::read($one[2])),
            $column === '[]' ? [] : json_decode($column, true, 3, JSON_THROW_ON_ERROR),
        );
    }

    protected $hidden = ['code_digest', 'code_challenge', 'family_digest', 'current_digest', 'superseded'];

    /**
     * Let in by a session that is over, of apps that want to know, and not told yet.
     *
     * @param  Builder<self>  $query
     * @param  list<string>  $apps
     * @param  Builder<\Kennel\App\Credentials\Sessions\Session>  $live  ids of sessions
     */
    public function scopeSignedOut(Builder $query, array $apps, Builder $live): void
    {
        $query->whereIn('app_key', $apps)->whereNull('told_at')->whereNotNull('code_used_at')->whereNotIn('session_id', $live)->orderBy('seq');
    }
}
