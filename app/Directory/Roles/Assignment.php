<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Roles;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Directory\Roles\Assignment as Held;

/**
 * A role that an account holds, and who gave it.
 *
 * @property string $account_id
 * @property string $role_key
 * @property string $assigned_by
 * @property string $why
 * @property string $assigned_at
 * @property string|null $until
 * @property string|null $app_key
 */
final class Assignment extends Record
{
    protected $table = 'assignments';

    /** As a part of statements, of a table called so: those that hold at a moment that is bound. */
    public const HOLDS = '(%1$s.until IS NULL OR %1$s.until > ?)';

    /** @return Builder<self> those that hold: what lapsed stays in the table until somebody tidies up, and nobody may take it for held */
    public static function holding(\DateTimeImmutable $now): Builder
    {
        return self::query()->whereRaw(sprintf(self::HOLDS, 'assignments'), [Moment::write($now)]);
    }

    public function toCore(): Held
    {
        return new Held($this->role_key, Moment::read($this->assigned_at), Moment::readOrNull($this->until), $this->app_key, $this->assigned_by, $this->why);
    }
}
