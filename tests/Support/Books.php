<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

use Kennel\Core\Directory\Fields\FieldTypes;
use Kennel\Core\Policy\Impact\Judge;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\Policy\Rules\Upgrades\DiscloseAsBefore;

/** Rule books for tests, and the judges that work by them. */
final class Books
{
    public const NOW = '2026-05-01T12:00:00Z';

    /**
     * The demo's document.
     *
     * @return array<string, mixed>
     */
    public static function demo(): array
    {
        return require __DIR__.'/../../database/demo/rules.php';
    }

    /**
     * Each field handed to operators who may see accounts and to its holder, and so is all metadata but the internal.
     *
     * @param  list<array<string, mixed>>  $fields
     * @return array<string, mixed> as the document has it
     */
    public static function disclosing(array $fields): array
    {
        return DiscloseAsBefore::in(['fields' => $fields])['disclosure'];
    }

    /** @param  array<string, mixed>|null  $document */
    public static function judge(?array $document = null): Judge
    {
        $nothing = new FakeLists;

        return Judge::of(RuleBook::fromArray($document ?? self::demo()), $nothing, $nothing, $nothing, new FieldTypes($nothing), new \DateTimeImmutable(self::NOW), static fn (array $roles): array => $roles);
    }

    /**
     * A field as the document has it.
     *
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    public static function field(string $type, array $more = []): array
    {
        return array_replace(['key' => 'thing', 'label' => 'Thing', 'help' => '', 'type' => $type, 'required' => 'never', 'edited_by' => 'holder', 'apps' => [], 'minimum' => null, 'maximum' => null, 'earliest' => '', 'latest' => '', 'region' => '', 'choices' => [], 'searchable' => false, 'retired' => false], $more);
    }
}
