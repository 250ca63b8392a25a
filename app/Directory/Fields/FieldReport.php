<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Fields;

use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Words;
use Kennel\Core\Directory\Fields\Choices;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldKind;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Foundation\Permissions\Permission;
use Psr\Clock\ClockInterface;

/** How each field is used: how many accounts hold a value, and, of what is handed to whoever asks, which values do not fit the field any more. */
final readonly class FieldReport
{
    /** Values that do not fit, listed a field at most. */
    private const LISTED = 50;

    public function __construct(
        private Caller $caller,
        private FieldRules $rules,
        private DecideFields $decide,
        private ClockInterface $clock,
        private Words $words,
        private HandedFields $handed,
    ) {
    }

    /** @return list<array{key: string, label: string, held: int, misfits: list<array{value: string, accounts: int, message: string, likely: string|null}>}> */
    public function all(): array
    {
        $this->caller->requireUnbounded(Permission::AccountsRead);
        $held = FieldValue::query()->selectRaw('field_key, count(DISTINCT account_seq) AS held')->groupBy('field_key')->pluck('held', 'field_key');

        return array_values(array_map(fn (Field $field): array => [
            'key' => $field->key,
            'label' => $field->label,
            'held' => (int) ($held[$field->key] ?? 0),
            'misfits' => $this->handed->toCaller()->hasField($field->key) ? $this->misfits($field) : [],
        ], $this->rules->all));
    }

    /** @return list<array{value: string, accounts: int, message: string, likely: string|null}> */
    private function misfits(Field $field): array
    {
        $misfits = [];
        // Many accounts hold the same value; each is judged once.
        $values = FieldValue::query()->where('field_key', $field->key)->selectRaw('value, count(*) AS accounts')->groupBy('value')->orderByDesc('accounts');
        foreach ($values->cursor() as $row) {
            $value = $row->value;
            $judged = $field->kind === FieldKind::SeveralChoices ? [$value, ...array_slice(Choices::offered($field), 0, max(0, (int) $field->minimum - 1))] : $value;
            $reason = $this->decide->misfit($field, $judged, $this->clock->now());
            if ($reason !== null) {
                $likely = $reason->parameters['likely'] ?? null;
                $misfits[] = [
                    'value' => is_scalar($value) ? (string) json_encode($value, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES) : '',
                    'accounts' => (int) $row->getAttribute('accounts'),
                    'message' => $this->words->say($reason),
                    'likely' => is_string($likely) ? $likely : null,
                ];
            }
            if (count($misfits) === self::LISTED) {
                break;
            }
        }

        return $misfits;
    }
}
