<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\SigningKeys;

use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\Core\OAuth\SigningKeys\KeyTimes;
use Kennel\Core\OAuth\SigningKeys\SigningAlgorithm;

/**
 * A key that tokens are signed by. Its public half stands in the key set; its private half is sealed. One that was withdrawn is kept without it, so that it can be said why.
 *
 * @property int $seq
 * @property string $id its thumbprint
 * @property SigningAlgorithm $algorithm
 * @property string $public_jwk
 * @property string $sealed
 * @property string $created_at
 * @property string $used_from
 * @property string|null $withdrawn_at
 * @property string|null $withdrawn_by
 * @property string|null $withdrawn_why
 */
final class SigningKey extends NumberedRecord
{
    protected $table = 'signing_keys';

    protected $primaryKey = 'seq';

    protected $hidden = ['sealed'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['algorithm' => SigningAlgorithm::class];
    }

    public function times(): KeyTimes
    {
        return new KeyTimes($this->id, Moment::read($this->used_from), Moment::readOrNull($this->withdrawn_at));
    }
}
