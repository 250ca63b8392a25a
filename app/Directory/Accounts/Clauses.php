<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\App\Directory\Roles\Assignment;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Accounts\Duty;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Directory\Fields\Choices;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldKind;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Fields\Required;
use Kennel\Core\Directory\Fields\SortKey;
use Kennel\Core\Directory\Finding\Comparison;
use Kennel\Core\Directory\Finding\Condition;
use Kennel\Core\Directory\Finding\Subject;
use Kennel\Core\Directory\Finding\Where;
use Kennel\Core\Foundation\Reasons\Reason;
use Psr\Clock\ClockInterface;

/** Writes conditions as SQL. A column has a plus before it where its index would lead the planner away from the list's order. */
final readonly class Clauses
{
    private const COLUMNS = [
        'status' => 'status', 'app' => 'app_key', 'hash' => 'hash_kind', 'origin' => 'came_by', 'created' => 'created_at', 'changed' => 'changed_at', 'seen' => 'seen_at',
    ];

    private const EXACTLY = ' AND v.value = ?';

    /** Of a field of choices, held by whomever. */
    private const MOST_VALUES = 200;

    /** Of a suspended or closed account nothing is owed. */
    private const OWES = "accounts.status IN ('pending', 'active')";

    public function __construct(private FieldRules $fields, private FieldValues $values, private DutyRules $duties, private Roles $roles, private ClockInterface $clock)
    {
    }

    /**
     * @param  ListOrder|null  $order  of the list, if it will be walked: its own column is not kept from its index
     * @return list<Clause>
     *
     * @throws Refusal for a field that is not there, or one that cannot be compared so
     */
    public function of(Where $where, ?ListOrder $order = null): array
    {
        return array_map(fn (Condition $one): Clause => $this->clause($one, $order?->parts()[0]), $where->conditions);
    }

    /** @param  list<string>  $apps  whose accounts there are for whoever asks */
    public static function ofApps(array $apps): Clause
    {
        $in = 'app_key '.self::in($apps);

        return new Clause("+accounts.{$in}", $apps, "SELECT seq FROM accounts WHERE {$in}");
    }

    /** @param  string|null  $sorted  the column of the list's order */
    private function clause(Condition $one, ?string $sorted): Clause
    {
        return match ($one->subject) {
            Subject::Duty => $this->duty(Duty::from($one->value)),
            Subject::Role => $this->role($one),
            Subject::Permission => $this->holding($this->roles->allowing($one->value)),
            Subject::Field => $this->field($one),
            Subject::Metadata => $this->metadata($one),
            Subject::Verified => $one->value === 'yes'
                ? new Clause('accounts.email_proven_at IS NOT NULL', [])
                : new Clause('accounts.email_proven_at IS NULL', [], 'SELECT seq FROM accounts WHERE email_proven_at IS NULL'),
            Subject::HeldBack => $this->heldBack($one->value === 'yes'),
            default => $this->column($one, self::COLUMNS[$one->subject->value], $sorted),
        };
    }

    private function column(Condition $one, string $column, ?string $sorted): Clause
    {
        [$compares, $value] = match ($one->comparison) {
            Comparison::Before => ['<', $one->moment($this->clock->now())],
            Comparison::Since => ['>=', $one->moment($this->clock->now())],
            Comparison::IsNot => ['IS NOT', $one->value],
            Comparison::HasNone => ['=', ''],
            default => ['=', $one->value],
        };
        // The status alone has an index for each order; every other column is tested on the way, unless it is the one that is sorted by.
        $plus = ($column === 'status' && $compares === '=') || "accounts.{$column}" === $sorted ? '' : '+';
        $isSet = $compares !== 'IS NOT';
        // Whoever was never seen was not seen before anything.
        $seen = $column === 'seen_at' && $compares === '<' ? " AND {$plus}accounts.seen_at <> ''" : '';

        return new Clause(
            "{$plus}accounts.{$column} {$compares} ?{$seen}",
            [$value],
            $isSet ? "SELECT seq FROM accounts WHERE {$column} {$compares} ?".($seen === '' ? '' : " AND {$column} > ''") : null,
        );
    }

    private function heldBack(bool $is): Clause
    {
        $now = Moment::write($this->clock->now());
        $held = 'EXISTS (SELECT 1 FROM held_back h WHERE h.lookup_key = accounts.lookup_key AND h.until > ?)';

        return $is
            ? new Clause($held, [$now], 'SELECT a.seq FROM held_back h CROSS JOIN accounts a ON a.lookup_key = h.lookup_key WHERE h.until > ?')
            : new Clause("NOT {$held}", [$now]);
    }

    private function role(Condition $one): Clause
    {
        $now = Moment::write($this->clock->now());
        $has = 'EXISTS (SELECT 1 FROM assignments r WHERE r.account_id = accounts.id AND '.sprintf(Assignment::HOLDS, 'r');

        return match ($one->comparison) {
            Comparison::HasNone => new Clause("NOT {$has})", [$now]),
            Comparison::IsNot => new Clause("NOT {$has} AND r.role_key = ?)", [$now, $one->value]),
            default => $this->holding([$one->value]),
        };
    }

    /** @param  list<string>  $roles  any of them */
    private function holding(array $roles): Clause
    {
        $held = 'r.role_key '.self::in($roles).' AND '.sprintf(Assignment::HOLDS, 'r');

        return new Clause(
            "EXISTS (SELECT 1 FROM assignments r WHERE r.account_id = accounts.id AND {$held})",
            [...$roles, Moment::write($this->clock->now())],
            "SELECT a.seq FROM assignments r CROSS JOIN accounts a ON a.id = r.account_id WHERE {$held}",
            size: "SELECT 1 FROM assignments r WHERE {$held}",
        );
    }

    private function duty(Duty $duty): Clause
    {
        return match ($duty) {
            Duty::VerifyEmail => $this->owing('accounts.email_proven_at IS NULL', [], $this->notWaived("'verify_email:' || accounts.email"), []),
            Duty::ChangePassword => $this->owing("accounts.password_owed <> ''", [], '1', []),
            Duty::AddFactor => $this->lackingFactor(),
            Duty::AcceptTerms => $this->owing('accounts.terms_version < ?', [$this->duties->termsVersion], $this->notWaived('?'), ["accept_terms:{$this->duties->termsVersion}"]),
            Duty::CompleteFields => $this->incomplete(),
        };
    }

    /**
     * @param  string  $lacks  what an index has of it
     * @param  list<string>  $bindings
     * @param  string  $further  what is tested besides
     * @param  list<string>  $furtherBindings
     */
    private function owing(string $lacks, array $bindings, string $further, array $furtherBindings): Clause
    {
        return new Clause(
            self::OWES." AND +({$lacks}) AND {$further}",
            [...$bindings, ...$furtherBindings],
            'SELECT seq FROM accounts WHERE +'.self::OWES." AND {$lacks} AND {$further}",
            rough: "SELECT seq FROM accounts WHERE {$lacks}",
            roughBindings: $bindings,
        );
    }

    /** As FactorDemand::dueOf says it of one account. */
    private function lackingFactor(): Clause
    {
        $demand = $this->duties->factors;
        $now = $this->clock->now();
        if ($demand === null || $demand->isOfNobody() || ($demand->rules->from !== null && $demand->rules->from > $now)) {
            return new Clause('0', []);
        }
        $before = Moment::write($now->modify("-{$demand->rules->grace->seconds} seconds"));
        $held = 'EXISTS (SELECT 1 FROM assignments r WHERE r.account_id = accounts.id AND r.assigned_at <= ? AND r.role_key '.self::in($demand->roles).' AND '.sprintf(Assignment::HOLDS, 'r').')';

        return new Clause(
            self::OWES.' AND accounts.factor_since IS NULL AND ((accounts.created_at <= ? AND accounts.app_key '.self::in($demand->apps).") OR {$held})",
            [$before, ...$demand->apps, $before, ...$demand->roles, Moment::write($now)],
        );
    }

    private function notWaived(string $subject): string
    {
        return "NOT EXISTS (SELECT 1 FROM duty_waivers w WHERE w.account_id = accounts.id AND w.subject = {$subject})";
    }

    private function incomplete(): Clause
    {
        [$tests, $bindings] = [[], []];
        foreach ($this->duties->fields->all as $field) {
            if ($field->isRetired || $field->required === Required::Never) {
                continue;
            }
            [$misfits, $of] = $this->misfits($field);
            $lacks = 'NOT EXISTS (SELECT 1 FROM field_values v WHERE v.account_seq = accounts.seq AND v.field_key = ?)';
            $asks = $field->apps === [] ? 'accounts.app_key IS NOT NULL' : 'accounts.app_key '.self::in($field->apps);
            $tests[] = "{$asks} AND ({$lacks} OR {$misfits}) AND {$this->notWaived('?')}";
            $bindings = [...$bindings, ...$field->apps, $field->key, ...$of, "complete_fields:{$field->key}"];
        }

        return $tests === [] ? new Clause('0', []) : new Clause(self::OWES.' AND (('.implode(') OR (', $tests).'))', $bindings);
    }

    private function field(Condition $one): Clause
    {
        $field = $this->fields->find($one->key) ?? throw Refusal::invalid([new Reason('where.field', 'where', ['field' => $one->key])]);
        if ($one->comparison === Comparison::Misfits) {
            return $this->misfitting($field);
        }
        $isNumber = $field->kind === FieldKind::Number;
        if (($one->comparison->isOfMoments() && $field->kind !== FieldKind::Date) || (in_array($one->comparison, [Comparison::AtLeast, Comparison::AtMost], true) && (! $isNumber || ! is_numeric($one->value)))) {
            throw Refusal::invalid([new Reason('where.compared', 'where', ['field' => $field->label])]);
        }
        [$test, $values] = match ($one->comparison) {
            Comparison::Is, Comparison::IsNot => [self::EXACTLY, [FieldValues::encode(self::typed($field, $one->value))]],
            default => $this->within($field, $one),
        };

        return self::inTable('field_values', 'v.field_key = ?', [$one->key], $test, $values, $one->comparison, null);
    }

    /**
     * For a list that is sorted by a field: where in its order those that match can stand, as far as the conditions upon the same field say so.
     *
     * @return list<array{string, string}> operators and sort keys
     *
     * @throws Refusal for a field that is not there, or one that cannot be compared so
     */
    public function ranges(string $field, Where $where): array
    {
        $same = array_filter($where->conditions, static fn (Condition $one): bool => $one->subject === Subject::Field && $one->key === $field);
        $found = $this->fields->find($field);
        // Of a list the first value alone has a place in the order, and whichever may match.
        if ($found === null || $same === [] || $this->values->hasLists($field)) {
            return [];
        }

        return array_values(array_filter(array_map(fn (Condition $one): ?array => $this->range($found, $one), $same)));
    }

    /** @return array{string, list<string>} */
    private function within(Field $field, Condition $one): array
    {
        $range = $this->range($field, $one);

        return $range === null ? ['', []] : [" AND v.sort_key {$range[0]} ?", [$range[1]]];
    }

    /** @return array{string, string}|null an operator and a sort key; null where the values that match are all over the order */
    private function range(Field $field, Condition $one): ?array
    {
        return match ($one->comparison) {
            Comparison::Is => ['=', SortKey::of(self::typed($field, $one->value))],
            Comparison::Before => ['<', SortKey::of(substr($one->moment($this->clock->now()), 0, 10))],
            Comparison::Since => ['>=', SortKey::of(substr($one->moment($this->clock->now()), 0, 10))],
            Comparison::AtLeast => ['>=', SortKey::of((float) $one->value)],
            Comparison::AtMost => ['<=', SortKey::of((float) $one->value)],
            default => null,
        };
    }

    /** @return bool|int|float|string what was typed, as a value of this field */
    private static function typed(Field $field, string $typed): bool|int|float|string
    {
        return match ($field->kind) {
            FieldKind::Number => is_numeric($typed) ? $typed + 0 : $typed,
            FieldKind::YesNo => $typed === 'yes' || $typed === 'true',
            default => $typed,
        };
    }

    /** Of a field of choices there are few values, and those that are no choice are fewer: each is looked up in the index. */
    private function misfitting(Field $field): Clause
    {
        [$test, $bindings] = $this->misfits($field);
        $held = $field->kind->hasChoices() ? $this->values->distinct($field->key, self::MOST_VALUES) : null;
        if ($held === null) {
            return new Clause($test, $bindings);
        }
        $odd = array_values(array_diff($held, array_map(FieldValues::encode(...), Choices::offered($field))));

        return new Clause($test, $bindings, 'SELECT v.account_seq FROM field_values v WHERE v.field_key = ? AND v.value '.self::in($odd), [$field->key, ...$odd]);
    }

    /** @return array{string, list<string>} what is no choice, or out of bounds. A text that a rule made too long since is not looked for. */
    private function misfits(Field $field): array
    {
        $tests = [];
        $bindings = [];
        if ($field->kind->hasChoices()) {
            $offered = array_map(FieldValues::encode(...), Choices::offered($field));
            $tests[] = 'v.value NOT '.self::in($offered);
            $bindings = $offered;
        }
        $isDate = $field->kind === FieldKind::Date;
        $today = $this->clock->now()->format('Y-m-d');
        $bounds = match (true) {
            $isDate => ['<' => $field->earliest === 'today' ? $today : $field->earliest, '>' => $field->latest === 'today' ? $today : $field->latest],
            $field->kind === FieldKind::Number => ['<' => $field->minimum, '>' => $field->maximum],
            default => [],
        };
        foreach ($bounds as $compares => $bound) {
            if ($bound !== null && $bound !== '') {
                $tests[] = "v.sort_key {$compares} ?";
                $bindings[] = SortKey::of($bound);
            }
        }

        return $tests === []
            ? ['0', []]
            : ['EXISTS (SELECT 1 FROM field_values v WHERE v.account_seq = accounts.seq AND v.field_key = ? AND ('.implode(' OR ', $tests).'))', [$field->key, ...$bindings]];
    }

    private function metadata(Condition $one): Clause
    {
        [$kind, $path] = [...explode('.', $one->key, 2), ''];
        if (! in_array($kind, ['own', 'internal'], true) || $path === '') {
            throw Refusal::invalid([new Reason('where.metadata', 'where')]);
        }
        if (in_array($one->comparison, [Comparison::AtLeast, Comparison::AtMost], true) && ! is_numeric($one->value)) {
            throw Refusal::invalid([new Reason('where.compared', 'where', ['field' => $one->key])]);
        }
        // A typed 12 means the number as well as the text; only numbers are larger, only dates are earlier.
        [$aNumber, $aDate] = ["v.value GLOB '[-0-9]*'", "v.value GLOB '\"[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]*'"];
        [$test, $values] = match ($one->comparison) {
            Comparison::Has, Comparison::HasNone => ['', []],
            Comparison::Before => [" AND v.sort_key < ? AND {$aDate}", [SortKey::of(substr($one->moment($this->clock->now()), 0, 10))]],
            Comparison::Since => [" AND v.sort_key >= ? AND {$aDate}", [SortKey::of(substr($one->moment($this->clock->now()), 0, 10))]],
            Comparison::AtLeast => [" AND v.sort_key >= ? AND {$aNumber}", [SortKey::of((float) $one->value)]],
            Comparison::AtMost => [" AND v.sort_key <= ? AND {$aNumber}", [SortKey::of((float) $one->value)]],
            default => self::meant($one->value),
        };
        $keys = $one->comparison === Comparison::Is ? self::keysOf($one->value) : [];

        return self::inTable('metadata_values', 'v.kind = ? AND v.path = ?', [$kind, $path], $test, $values, $one->comparison, $keys === [] ? null : [' AND v.sort_key '.self::in($keys), $keys]);
    }

    /** @return array{string, list<string>} */
    private static function meant(string $typed): array
    {
        $json = json_decode($typed);
        $values = array_values(array_unique([FieldValues::encode($typed), ...is_bool($json) || is_int($json) || is_float($json) ? [FieldValues::encode($json)] : [], ...$typed === 'null' ? ['null'] : []]));
        $keys = self::keysOf($typed);

        return [' AND v.sort_key '.self::in($keys).' AND v.value '.self::in($values), [...$keys, ...array_map(Metadata::compared(...), $values)]];
    }

    /** @return non-empty-list<string> the sort keys of what was typed, as a text and as what else it may mean */
    private static function keysOf(string $typed): array
    {
        $json = json_decode($typed);

        return array_values(array_unique([SortKey::of($typed), ...is_bool($json) || is_int($json) || is_float($json) ? [SortKey::of($json)] : [], ...$typed === 'null' ? [''] : []]));
    }

    /** @param  array<array-key, string>  $values */
    private static function in(array $values): string
    {
        return 'IN ('.implode(', ', array_fill(0, count($values), '?')).')';
    }

    /**
     * @param  list<string>  $key
     * @param  list<string>  $values
     * @param  array{string, list<string>}|null  $rough  what of the test its index has; null for all of it
     */
    private static function inTable(string $table, string $which, array $key, string $test, array $values, Comparison $comparison, ?array $rough): Clause
    {
        $isNot = $comparison === Comparison::IsNot || $comparison === Comparison::HasNone;
        $exists = "EXISTS (SELECT 1 FROM {$table} v WHERE v.account_seq = accounts.seq AND {$which}{$test})";

        return $isNot
            ? new Clause("NOT {$exists}", [...$key, ...$values])
            : new Clause(
                $exists,
                [...$key, ...$values],
                "SELECT v.account_seq FROM {$table} v WHERE {$which}{$test}",
                rough: $rough === null ? null : "SELECT v.account_seq FROM {$table} v WHERE {$which}{$rough[0]}",
                roughBindings: [...$key, ...$rough[1] ?? []],
            );
    }
}
