<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rules;

use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Rules\RulesInForce;

/**
 * A published state of the rule book, as it is stored. The newest is in force.
 *
 * @property int $number
 * @property string $document as RulesInForce::write() has it
 * @property string $digest SHA-256 of the document
 * @property string $published_by
 * @property string $why
 * @property string|null $overruled
 * @property string $published_at
 */
final class RuleRevision extends NumberedRecord
{
    protected $table = 'rule_revisions';

    protected $primaryKey = 'number';
}
