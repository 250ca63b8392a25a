<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk\Works;

use Kennel\App\Administration\Bulk\BulkRun;
use Kennel\App\Administration\Bulk\Work;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Directory\Roles\PermissionsOfAccount;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Administration\Bulk\Change;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldKind;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Foundation\Reasons\Reason;
use Psr\Clock\ClockInterface;

/** Sets a field of many: to one value, or each value it holds to another, which mends what was spelt otherwise. */
final readonly class FieldWork implements Work
{
    private const MOST_VALUES = 100;

    public function __construct(
        private FieldRules $fields,
        private FieldValues $values,
        private DecideFields $decide,
        private Accounts $accounts,
        private MarkComplete $markComplete,
        private HandedFields $handed,
        private PermissionsOfAccount $permissions,
        private ClockInterface $clock,
    ) {
    }

    /** {"field": "size", "value": "m"}, or {"field": "size", "values": {"Medium": "m"}}; null takes a value away. */
    public function read(array $parameters, string $operatorId): array
    {
        $field = $this->fields->find(is_string($parameters['field'] ?? null) ? $parameters['field'] : '');
        if ($field === null || $field->isRetired || $field->kind === FieldKind::Picture || $field->kind === FieldKind::SeveralChoices) {
            throw Refusal::invalid([new Reason('bulk.field', 'parameters.field')]);
        }
        $reasons = $this->handed->toCaller()->reasonsAgainstFields($field->key);
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $values = $parameters['values'] ?? null;
        if ($values !== null && (! is_array($values) || $values === [] || count($values) > self::MOST_VALUES)) {
            throw Refusal::invalid([new Reason('bulk.values', 'parameters.values', ['maximum' => self::MOST_VALUES])]);
        }

        return is_array($values)
            ? ['field' => $field->key, 'values' => array_map(fn (mixed $value): mixed => $this->judged($field, $value), $values)]
            : ['field' => $field->key, 'value' => $this->judged($field, $parameters['value'] ?? null)];
    }

    /** The rules may hand out less by now than when it was checked. */
    public function reasonAgainst(array $parameters, string $operatorId): ?string
    {
        $key = FieldKey::defined((string) $parameters['field']);

        return ($this->handed->toOperator(($this->permissions)($operatorId))->reasonsAgainstWriting([$key], 'parameters.field')[0] ?? null)?->code;
    }

    public function plan(array $accounts, array $parameters, string $operatorId): array
    {
        $key = (string) $parameters['field'];
        $held = $this->values->ofAll(array_column($accounts, 'seq'));
        $planned = [];
        foreach ($accounts as $account) {
            $before = $held[$account->seq][$key] ?? null;
            $isMapped = array_key_exists('values', $parameters);
            $name = is_scalar($before) ? (is_bool($before) ? ($before ? 'true' : 'false') : (string) $before) : '';
            $after = $isMapped ? ($parameters['values'][$name] ?? null) : $parameters['value'];
            $planned[$account->seq] = match (true) {
                $account->status === Status::Closed => 'account.closed',
                $isMapped && ! array_key_exists($name, $parameters['values']) => 'bulk.other_value',
                $before === $after => 'bulk.holds_already',
                default => new Change([$key => $before], [$key => $after]),
            };
        }

        return $planned;
    }

    public function write(array $accounts, array $changes, array $parameters, BulkRun $run): void
    {
        $this->values->writeAll(array_map(static fn (Change $change): array => $change->after, $changes));
        $this->accounts->changeAll($accounts, []);
        foreach ($accounts as $account) {
            if ($account->completed_at === null) {
                ($this->markComplete)($account);
            }
        }
    }

    public function weakens(Change $change): bool
    {
        // A keeper who owes a field has no full standing.
        return true;
    }

    /** @throws Refusal for a value that the field does not take */
    private function judged(Field $field, mixed $typed): mixed
    {
        if ($typed === null || $typed === '') {
            return null;
        }
        $verdict = ($this->decide)([$field->key => $field], [$field->key => $typed], [], $this->clock->now());
        if ($verdict->reasons !== []) {
            throw Refusal::invalid($verdict->reasons);
        }

        return $verdict->values[$field->key] ?? null;
    }
}
