<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\Trail\Audit\StrangerTally;

/** @extends RecordFactory<StrangerTally> */
final class StrangerTallyFactory extends RecordFactory
{
    protected $model = StrangerTally::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'hour' => substr(self::MOMENT, 0, 13),
            'event' => 'session.refused',
            'source' => '192.0.2.1',
            'account_id' => '',
            'tally' => 1,
        ];
    }
}
