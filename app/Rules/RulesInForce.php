<?php

declare(strict_types=1);

namespace Kennel\App\Rules;

use Kennel\Core\Rules\Document;
use Kennel\Core\Rules\RuleBook;

/**
 * The rule book that is in force: the file in the data directory once one was published, the shipped one until then. Publishing
 * (Revisions) writes the file; nothing else does.
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
    public function section(string ...$path): Document
    {
        $section = $this->document();
        foreach ($path as $key) {
            $section = $section[$key] ?? null;
            $section = is_array($section) ? $section : [];
        }

        return new Document($section, implode('.', $path));
    }

    /** The document's one key, for rules that are a list. */
    public function only(string $key): Document
    {
        return new Document(array_intersect_key($this->document(), [$key => true]));
    }

    public function book(): RuleBook
    {
        return RuleBook::fromArray($this->document());
    }

    /**
     * Lets the request under way be judged by another document.
     *
     * @param  array<string, mixed>  $document
     */
    public function pretend(array $document): void
    {
        $this->document = $document;
    }

    /**
     * In one step: whoever reads meanwhile sees the one document or the other, never half of one.
     *
     * @param  array<array-key, mixed>  $document
     */
    public function replace(array $document): void
    {
        file_put_contents("{$this->path}.new", self::write($document)."\n", LOCK_EX);
        rename("{$this->path}.new", $this->path);
        $this->document = null;
    }

    /** @param  array<array-key, mixed>  $document */
    public static function write(array $document): string
    {
        return json_encode($document, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
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
