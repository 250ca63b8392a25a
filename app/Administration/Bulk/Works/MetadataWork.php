<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk\Works;

use Kennel\App\Administration\Bulk\BulkRun;
use Kennel\App\Administration\Bulk\Work;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\App\Directory\Roles\PermissionsOfAccount;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Administration\Bulk\Change;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Directory\Metadata\MetadataKind;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/** Sets one key of the metadata of many, or takes it away. */
final readonly class MetadataWork implements Work
{
    public function __construct(private Metadata $metadata, private Accounts $accounts, private HandedFields $handed, private PermissionsOfAccount $permissions)
    {
    }

    /** {"key": "internal.insurance_until", "value": "2027-03-31"}; null takes the key away. */
    public function read(array $parameters, string $operatorId): array
    {
        $key = is_string($parameters['key'] ?? null) ? $parameters['key'] : '';
        [$kind, $path] = [...explode('.', $key, 2), ''];
        if (MetadataKind::tryFrom($kind) === null || $path === '' || mb_strlen($key) > 200) {
            throw Refusal::invalid([new Reason('where.metadata', 'parameters.key')]);
        }
        $field = FieldKey::metadata($kind, MetadataDocument::topKey($path));
        if (! $this->handed->toCaller()->has($field)) {
            throw Refusal::invalid([$this->handed->toCaller()->reason($field, 'parameters.key')]);
        }
        $value = $parameters['value'] ?? null;
        if ($value !== null && ! is_scalar($value)) {
            throw Refusal::invalid([new Reason('bulk.scalar', 'parameters.value')]);
        }
        try {
            MetadataDocument::nothing()->with($path, $value);
        } catch (Refused $refused) {
            throw Refusal::invalid([$refused->reason]);
        }

        return ['key' => $key, 'value' => $value];
    }

    /** The rules may hand out less by now than when it was checked. */
    public function reasonAgainst(array $parameters, string $operatorId): ?string
    {
        [$kind, $path] = explode('.', (string) $parameters['key'], 2);
        $key = FieldKey::metadata($kind, MetadataDocument::topKey($path));

        return ($this->handed->toOperator(($this->permissions)($operatorId))->reasonsAgainstWriting([$key], 'parameters.key')[0] ?? null)?->code;
    }

    public function plan(array $accounts, array $parameters, string $operatorId): array
    {
        [$kind, $path] = self::of($parameters);
        $planned = [];
        foreach ($accounts as $account) {
            $document = $this->metadata->read($account->seq, $kind);
            $planned[$account->seq] = $account->status === Status::Closed ? 'account.closed' : $this->change($document, $path, $parameters);
        }

        return $planned;
    }

    public function write(array $accounts, array $changes, array $parameters, BulkRun $run): void
    {
        [$kind, $path] = self::of($parameters);
        array_map(fn (Account $account) => $this->metadata->write(
            $account->seq,
            $kind,
            $this->metadata->read($account->seq, $kind)->with($path, $changes[$account->seq]->after[(string) $parameters['key']]),
        ), $accounts);
        $this->accounts->changeAll($accounts, []);
    }

    public function weakens(Change $change): bool
    {
        return false;
    }

    /** @param  array<string, mixed>  $parameters */
    private function change(MetadataDocument $document, string $path, array $parameters): Change|string
    {
        try {
            $after = $document->with($path, $parameters['value']);
        } catch (Refused $refused) {
            return $refused->reason->code;
        }
        $differences = $document->differences($after);
        if ($differences === []) {
            return 'bulk.holds_already';
        }
        $before = $differences[$path]['before'] ?? null;
        // Only where one value takes the place of one other, or of none, can it be put back as it was.
        if (array_keys($differences) !== [$path] || is_object($before) || is_array($before)) {
            return 'bulk.holds_more';
        }

        return new Change([(string) $parameters['key'] => $before], [(string) $parameters['key'] => $parameters['value']]);
    }

    /**
     * @param  array<string, mixed>  $parameters
     * @return array{MetadataKind, string}
     */
    private static function of(array $parameters): array
    {
        [$kind, $path] = explode('.', (string) $parameters['key'], 2);

        return [MetadataKind::from($kind), $path];
    }
}
