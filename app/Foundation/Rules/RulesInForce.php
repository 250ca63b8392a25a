<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Rules;

use Illuminate\Database\Connection;
use Kennel\App\Foundation\Memory\SharedMemory;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/**
 * The rule book that is in force: the newest published revision, and what ships until there is one. A file beside it is a copy that is
 * quicker to read. It is named by its digest and held against it, and made anew when it differs or is missing, so that nothing but
 * publishing changes the rules.
 */
final class RulesInForce
{
    /** @var array<string, mixed>|null */
    private ?array $document = null;

    /** @var object{number: int, digest: string}|null what was newest when it was first asked; number 0 for what ships */
    private ?object $newest = null;

    private bool $isPretended = false;

    /** @var array<string, object> parts that were asked for, by what names them */
    private array $kept = [];

    /** @var array<class-string, true> */
    private array $asked = [];

    /**
     * @param  string  $folder  of the copies; need not exist
     * @param  \Closure(array<string, mixed>): array<string, mixed>  $upgrade  a document of an older format, as today's
     */
    public function __construct(
        private readonly Connection $database,
        private readonly string $folder,
        private readonly SharedMemory $memory,
        private readonly \Closure $upgrade,
    ) {
    }

    /** @return array<string, mixed> */
    public function document(): array
    {
        return $this->document ??= $this->read();
    }

    /** The number of the revision that document() is of; 0 for what ships. */
    public function revision(): int
    {
        return $this->newest()->number;
    }

    /**
     * One part, as it was read of the revision in force. Reading costs more than most of what relies upon it, so the workers of a server share what they read;
     * a revision's digest names it, and nothing that was read of another document is ever kept.
     *
     * @template T of object
     *
     * @param  class-string<T>  $class
     * @param  \Closure(): T  $read
     * @param  string  $which  of several of one class
     * @return T
     */
    public function part(string $class, \Closure $read, string $which = ''): object
    {
        return $this->entry($class, $read, $which) ?? throw new \LogicException("{$class} was not read.");
    }

    /**
     * The same of something that may not be there. Of what is not there nothing is kept: anybody can ask for that, under as many names as they like.
     *
     * @template T of object
     *
     * @param  class-string<T>  $class
     * @param  \Closure(): (T|null)  $read
     * @return T|null
     */
    public function entry(string $class, \Closure $read, string $which): ?object
    {
        $this->asked[$class] = true;
        $digest = $this->isPretended ? '' : $this->newest()->digest;
        if ($digest === '') {
            return $read();
        }
        $key = "rules:{$digest}:{$class}:{$which}";
        $kept = $this->kept[$key] ?? $this->memory->fetch($key);
        if (! $kept instanceof $class) {
            $kept = $read();
            $kept === null || $this->memory->keep($key, $kept);
        }
        if ($kept !== null) {
            $this->kept[$key] = $kept;
        }

        return $kept;
    }

    /**
     * Inside a transaction, of an act that was decided before it.
     *
     * @throws Refusal when rules were published since they were read
     */
    public function requireUnchanged(): void
    {
        if ($this->newest !== null && ! $this->isPretended && (int) $this->database->table('rule_revisions')->max('number') !== $this->newest->number) {
            throw Refusal::conflict('rules.published_meanwhile', 1);
        }
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

    /**
     * Lets the request under way be judged by another document.
     *
     * @param  array<string, mixed>  $document
     * @return list<class-string> parts already read from the published rules; the caller has to drop its copies
     */
    public function pretend(array $document): array
    {
        $this->document = $document;
        $this->isPretended = true;

        return array_keys($this->asked);
    }

    /** After a publication: what was read of the former revision is read again. */
    public function forget(): void
    {
        $this->document = $this->newest = null;
    }

    /**
     * Without a space: it is read and hashed at every request.
     *
     * @param  array<array-key, mixed>  $document
     */
    public static function write(array $document): string
    {
        return json_encode($document, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
    }

    /** @param  array<array-key, mixed>  $document */
    public static function digest(array $document): string
    {
        return hash('sha256', self::write($document));
    }

    /** @return array<string, mixed> */
    private function read(): array
    {
        $newest = $this->newest();
        if ($newest->number === 0) {
            /** @var array<string, mixed> $shipped */
            $shipped = config('rules');

            return $shipped;
        }
        /** @var array<string, mixed> $document */
        $document = json_decode($this->text($newest->number, $newest->digest), true, flags: JSON_THROW_ON_ERROR);

        return ($this->upgrade)($document);
    }

    /** @return object{number: int, digest: string} */
    private function newest(): object
    {
        if ($this->newest === null) {
            // Asked at every request, and by itself: what the framework does around a query costs more than this one's answer.
            $row = $this->database->getPdo()->query('SELECT number, digest FROM rule_revisions ORDER BY number DESC LIMIT 1')->fetch(\PDO::FETCH_OBJ);
            $this->newest = (object) ['number' => (int) ($row->number ?? 0), 'digest' => (string) ($row->digest ?? '')];
        }

        return $this->newest;
    }

    private function text(int $number, string $digest): string
    {
        $path = "{$this->folder}/{$digest}.json";
        $copy = is_file($path) ? (string) file_get_contents($path) : '';
        if (hash('sha256', $copy) === $digest) {
            return $copy;
        }
        $text = (string) $this->database->table('rule_revisions')->where('number', $number)->value('document');
        if (hash('sha256', $text) !== $digest) {
            throw new InvalidRuleBook("revision {$number}: is not what was published; its digest differs");
        }
        $this->keep($path, $text);

        return $text;
    }

    /** In one step, so that nobody reads half of it. A folder that cannot be written makes reading slower, and nothing else. */
    private function keep(string $path, string $text): void
    {
        is_dir($this->folder) || @mkdir($this->folder, 0o750, true);
        $new = "{$path}.".bin2hex(random_bytes(4));
        if (@file_put_contents($new, $text) !== strlen($text) || ! @rename($new, $path)) {
            @unlink($new);

            return;
        }
        foreach (glob("{$this->folder}/*.json") ?: [] as $other) {
            $other === $path || @unlink($other);
        }
    }
}
