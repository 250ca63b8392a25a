<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Challenges;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;
use Kennel\Core\Credentials\Challenges\ChallengeFacts;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Credentials\Challenges\CodeFacts;

/**
 * A link that was sent, and what it proves. Its token is kept as a digest.
 *
 * @property int $seq
 * @property string $id
 * @property string $account_id
 * @property string|null $claim_id
 * @property ChallengePurpose $purpose
 * @property string $address
 * @property string $token_digest
 * @property string $created_at
 * @property string $expires_at
 * @property string|null $used_at
 * @property string|null $superseded_at
 * @property string|null $code_digest null where it has a link alone
 * @property string|null $code_expires_at
 * @property int $code_attempts
 * @property int $code_most_attempts
 * @property string|null $ended_by what used it ("link", "code"), or took its place; null of those from before that was noted
 */
final class Challenge extends NumberedRecord
{
    use HasUuids;
    use MassPrunable;

    protected $table = 'challenges';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['purpose' => ChallengePurpose::class, 'code_attempts' => 'integer', 'code_most_attempts' => 'integer'];
    }

    /** @return list<string> */
    public function uniqueIds(): array
    {
        return ['id'];
    }

    /**
     * @param  Builder<self>  $challenges
     * @return Builder<self> neither used nor superseded; they may have expired
     */
    public function scopeUnspent(Builder $challenges): Builder
    {
        return $challenges->whereNull('used_at')->whereNull('superseded_at');
    }

    public function facts(): ChallengeFacts
    {
        return new ChallengeFacts(
            $this->purpose,
            Moment::read($this->expires_at),
            Moment::readOrNull($this->used_at),
            Moment::readOrNull($this->superseded_at),
        );
    }

    public function code(): ?CodeFacts
    {
        return $this->code_expires_at === null ? null : new CodeFacts(Moment::read($this->code_expires_at), $this->code_attempts, $this->code_most_attempts);
    }

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('expires_at', '<', Moment::write(Limit::before('challenges')));
    }
}
