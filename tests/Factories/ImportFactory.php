<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Administration\Imports\Import;

/** @extends RecordFactory<Import> */
final class ImportFactory extends RecordFactory
{
    protected $model = Import::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'id' => (string) Str::uuid7(),
            'name' => 'older.csv',
            'format' => 'csv',
            'app_key' => 'gaugebook',
            'proven' => true,
            'must_change' => false,
            'digest' => '',
            'layout' => 'password',
            'state' => 'done',
            'bytes' => 0,
            'ignored' => [],
            'begun_by_kind' => 'kennel',
            'begun_by' => 'Kennel',
            'started_at' => self::MOMENT,
            'finished_at' => self::MOMENT,
        ];
    }
}
