<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Trail\Evidence\EvidenceEntry;

/** @extends RecordFactory<EvidenceEntry> */
final class EvidenceEntryFactory extends RecordFactory
{
    protected $model = EvidenceEntry::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'at' => self::MOMENT,
            'act_id' => (string) Str::uuid7(),
            'lane' => 'wire',
            'label' => 'GET /session',
            'content' => [],
        ];
    }
}
