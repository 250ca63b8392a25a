<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Http;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Pictures\PictureLinks;
use Kennel\App\Directory\Pictures\Pictures;
use Kennel\App\Foundation\Words;
use Kennel\Core\Directory\Disclosure\ReadableFields;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldKind;
use Kennel\Core\Directory\Fields\FieldRules;
use Psr\Clock\ClockInterface;

/** What an account's fields hold, as people read it, with what no longer fits pointed out and nothing left out. */
final readonly class StoredFields
{
    public function __construct(
        private FieldValues $values,
        private FieldRules $rules,
        private DecideFields $decide,
        private ClockInterface $clock,
        private Words $words,
        private PictureLinks $links,
    ) {
    }

    /** @return list<array{key: string, label: string, type: string, value: mixed, shown: string, misfit: string|null, picture: string|null}> those that are handed out, in the order of the fields */
    public function of(Account $account, ReadableFields $readable): array
    {
        $stored = array_filter($this->values->of($account->seq), $readable->hasField(...), ARRAY_FILTER_USE_KEY);
        $shown = [];
        foreach ($this->rules->all as $key => $field) {
            if (array_key_exists($key, $stored)) {
                $misfit = $this->decide->misfit($field, $stored[$key], $this->clock->now());
                $shown[] = [
                    'key' => $key,
                    'label' => $field->label,
                    'type' => $field->kind->value,
                    'value' => $stored[$key],
                    'shown' => self::inWords($field, $stored[$key]),
                    'misfit' => $misfit === null ? null : $this->words->say($misfit),
                    'picture' => $field->kind === FieldKind::Picture && is_string($stored[$key]) ? $this->links->to($stored[$key], Pictures::SIZES[1]) : null,
                ];
            }
        }
        foreach (array_diff_key($stored, $this->rules->all) as $key => $value) {
            $shown[] = [
                'key' => $key,
                'label' => $key,
                'type' => 'short_text',
                'value' => $value,
                'shown' => (string) json_encode($value, JSON_UNESCAPED_UNICODE),
                'misfit' => 'There is no such field any more.',
                'picture' => null,
            ];
        }

        return $shown;
    }

    /**
     * @param  list<Account>  $accounts
     * @param  list<string>  $keys
     * @return array<int, array<string, array{shown: string, fits: bool}>> by account and key; what is not held is left out
     */
    public function ofAll(array $accounts, array $keys, ReadableFields $readable): array
    {
        $fields = array_intersect_key($readable->of($this->rules)->all, array_flip($keys));
        if ($fields === []) {
            return [];
        }

        $shown = [];
        foreach ($this->values->ofAll(array_column($accounts, 'seq')) as $seq => $held) {
            foreach (array_intersect_key($held, $fields) as $key => $value) {
                $shown[$seq][$key] = ['shown' => self::inWords($fields[$key], $value), 'fits' => $this->decide->misfit($fields[$key], $value, $this->clock->now()) === null];
            }
        }

        return $shown;
    }

    public static function inWords(Field $field, mixed $value): string
    {
        return match (true) {
            is_bool($value) => $value ? 'yes' : 'no',
            is_array($value) => implode(', ', array_map(static fn (mixed $one): string => self::inWords($field, $one), $value)),
            $field->kind === FieldKind::Country => (string) \Locale::getDisplayRegion('-'.(is_string($value) ? $value : ''), 'en'),
            $field->kind->hasChoices() && is_string($value) => $field->choices[$value]->label ?? $value,
            is_scalar($value) => (string) $value,
            default => '',
        };
    }
}
