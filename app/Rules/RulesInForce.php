<?php

declare(strict_types=1);

namespace Kennel\App\Rules;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Audit\Actor;
use Kennel\App\Audit\AuditTrail;
use Kennel\Core\Rules\Document;
use Kennel\Core\Rules\InvalidRuleBook;
use Kennel\Core\Rules\RuleBook;
use Kennel\Core\Rules\RuleDiff;

/**
 * The rule book that is in force: the file in the data directory once one was applied, the shipped one until then.
 */
final class RulesInForce
{
    /** @var array<string, mixed>|null */
    private ?array $document = null;

    public function __construct(private readonly string $path)
    {
    }

    /** @return array<string, mixed> */
    public function document(): array
    {
        return $this->document ??= $this->read();
    }

    /** One part of the document, for its rules to read. */
    public function section(string $key): Document
    {
        $section = $this->document()[$key] ?? null;

        return new Document(is_array($section) ? $section : [], $key);
    }

    public function book(): RuleBook
    {
        return RuleBook::fromArray($this->document());
    }

    /**
     * Puts a document into force for the next request on. Applying what is in force already does nothing.
     *
     * @param  array<array-key, mixed>  $document
     * @return array<string, array{before: mixed, after: mixed}> what changed, by path
     *
     * @throws InvalidRuleBook and leaves everything as it was
     */
    public function apply(array $document, string $reason, Actor $by, AuditTrail $audit, ConnectionInterface $database): array
    {
        RuleBook::fromArray($document);
        $changes = RuleDiff::between($this->document(), $document);
        if ($changes === []) {
            return [];
        }
        $database->transaction(function () use ($document, $changes, $reason, $by, $audit): void {
            // As one text a side: a rule's name may hold a word, such as "password", that marks a secret elsewhere.
            $side = static fn (string $side): string => implode(', ', array_map(
                static fn (string $path, array $change): string => $path.' '.json_encode($change[$side], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
                array_keys($changes),
                $changes,
            ));
            $audit->record('rules.applied', $by, null, ['rules' => $side('before')], ['rules' => $side('after')], $reason, 'rule book');
            // Last, and in one step: whoever reads meanwhile sees the one document or the other, never half of one.
            file_put_contents("{$this->path}.new", json_encode($document, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE)."\n", LOCK_EX);
            rename("{$this->path}.new", $this->path);
            $this->document = null;
        });

        return $changes;
    }

    /** @return array<string, mixed> */
    private function read(): array
    {
        $json = is_file($this->path) ? file_get_contents($this->path) : false;
        /** @var array<string, mixed> $document */
        $document = $json === false ? config('rules') : json_decode($json, true, flags: JSON_THROW_ON_ERROR);

        return $document;
    }
}
