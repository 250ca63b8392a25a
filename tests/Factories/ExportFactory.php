<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Administration\Exports\Export;

/** @extends RecordFactory<Export> */
final class ExportFactory extends RecordFactory
{
    protected $model = Export::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'id' => (string) Str::uuid7(), 'operator_id' => (string) Str::uuid7(), 'operator_name' => 'x', 'format' => 'csv', 'columns' => ['name'], 'search' => '', 'conditions' => '[]',
            'sort' => 'name', 'state' => 'done', 'done' => 0, 'bytes' => 0, 'begun_at' => self::MOMENT,
        ];
    }
}
