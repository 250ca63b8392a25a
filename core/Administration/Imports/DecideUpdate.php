<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Foundation\Reasons\Refused;

/**
 * What a row changes of an account that is there: of the chosen parts those that differ. Roles are added and never taken, metadata is merged,
 * and an empty cell says nothing.
 */
final readonly class DecideUpdate
{
    /**
     * @param  list<string>  $roles  held
     * @param  array<string, mixed>  $fields  held, by key
     * @param  array<string, MetadataDocument>  $metadata  held, by kind
     *
     * @throws Refused for metadata that would become too large
     */
    public function __invoke(ImportedAccount $row, ImportPlan $plan, string $name, array $roles, array $fields, array $metadata): AccountUpdate
    {
        $changed = [];
        $documents = [];
        foreach ($plan->update as $target) {
            [$part, $key] = [...explode(':', $target, 2), ''];
            if ($part === 'field' && isset($row->fields[$key]) && $row->fields[$key] !== ($fields[$key] ?? null)) {
                $changed[$key] = $row->fields[$key];
            } elseif (($part === 'own' || $part === 'internal') && isset($row->metadata[$part])) {
                $documents[$part] = self::merged($documents[$part] ?? $metadata[$part] ?? MetadataDocument::nothing(), $row->metadata[$part], $key);
            }
        }
        $documents = array_filter($documents, static fn (MetadataDocument $after, string $part): bool => ($metadata[$part] ?? MetadataDocument::nothing())->differences($after) !== [], ARRAY_FILTER_USE_BOTH);

        return new AccountUpdate(
            in_array('name', $plan->update, true) && $row->name->value !== $name ? $row->name : null,
            in_array('roles', $plan->update, true) ? array_values(array_diff($row->roles ?? [], $roles)) : [],
            $changed,
            $documents,
            array_intersect_key($fields, $changed),
            array_intersect_key($metadata, $documents),
        );
    }

    /** @param  string  $path  of the one value that is meant; "" for all of the row's document */
    private static function merged(MetadataDocument $before, MetadataDocument $row, string $path): MetadataDocument
    {
        $value = $path === '' ? null : $row->at($path);

        return match (true) {
            $path === '' => $before->patched($row->toJson()),
            $value === null => $before,
            default => $before->with($path, $value),
        };
    }
}
