<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

use Kennel\Core\Directory\Fields\FieldRules;

/** What of the rule book duties come of, in one: it is asked for at every request. */
final readonly class OwedRules
{
    /**
     * @param  FieldRules  $fields  without those that nobody owes
     * @param  FactorDemand  $factors  of whom a second factor is demanded; which roles include those it names is not among it
     */
    public function __construct(public FieldRules $fields, public string $termsVersion, public FactorDemand $factors)
    {
    }
}
