<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Database\Eloquent\Factories\Factory;
use Kennel\App\Foundation\Database\Record;

/**
 * Rows for tests that are about rows. Whatever a door can make is made by the door.
 *
 * @template M of Record
 *
 * @extends Factory<M>
 */
abstract class RecordFactory extends Factory
{
    protected const MOMENT = '2026-05-01T12:00:00.000Z';

    protected const DAY = '2026-05-01';

    protected const FAR = '2027-01-01T00:00:00.000Z';
}
