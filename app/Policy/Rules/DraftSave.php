<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rules;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\Core\Policy\Rules\Upgrades\UpgradeBook;

/**
 * One save of the draft.
 *
 * @property int $version
 * @property int $base_revision
 * @property array<string, mixed> $document as it was saved
 * @property string $saved_by_id
 * @property string $saved_by
 * @property string $saved_at
 * @property string|null $reviewed_by
 * @property string|null $reviewed_at
 */
final class DraftSave extends NumberedRecord
{
    protected $table = 'rule_draft_saves';

    protected $primaryKey = 'version';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['document' => AsJson::ARRAY];
    }

    /** @return array<string, mixed> in today's format, whenever it was saved */
    public function upgraded(): array
    {
        return UpgradeBook::ofToday()($this->document);
    }
}
