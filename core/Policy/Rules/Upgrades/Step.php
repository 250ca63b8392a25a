<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rules\Upgrades;

/**
 * What one format of the rule book has that the one before had not. Never changed once it was released: a document of any age is led
 * through all the steps after its own format.
 */
final readonly class Step
{
    /**
     * @param  int  $to  the format it leads to
     * @param  array<string, mixed>  $added  the default of each new rule by its path, such as "sessions.idle"; "apps.*.session" is of each object of a list
     * @param  list<string>  $gone  paths of rules that are rules no more
     * @param  \Closure(array<array-key, mixed>): array<array-key, mixed>|null  $reshape  for what is more than that; done before
     */
    public function __construct(public int $to, private array $added = [], private array $gone = [], private ?\Closure $reshape = null)
    {
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, mixed>
     */
    public function __invoke(array $document): array
    {
        if ($this->reshape !== null) {
            $document = ($this->reshape)($document);
        }
        foreach ($this->gone as $path) {
            $document = self::without($document, explode('.', $path));
        }
        foreach ($this->added as $path => $default) {
            $document = self::with($document, explode('.', $path), $default);
        }

        return ['format' => $this->to, ...array_diff_key($document, ['format' => true])];
    }

    /**
     * What is there already stays: whoever wrote it meant it. Where the object around it is missing, so is the rule; reading says so.
     *
     * @param  array<array-key, mixed>  $object
     * @param  non-empty-list<string>  $path
     * @return array<array-key, mixed>
     */
    private static function with(array $object, array $path, mixed $default): array
    {
        $key = array_shift($path);
        if ($path === []) {
            return $object + [$key => $default];
        }

        return self::inside($object, $key, static fn (array $inner): array => self::with($inner, $path, $default));
    }

    /**
     * @param  array<array-key, mixed>  $object
     * @param  non-empty-list<string>  $path
     * @return array<array-key, mixed>
     */
    private static function without(array $object, array $path): array
    {
        $key = array_shift($path);
        if ($path === []) {
            return array_diff_key($object, [$key => true]);
        }

        return self::inside($object, $key, static fn (array $inner): array => self::without($inner, $path));
    }

    /**
     * @param  array<array-key, mixed>  $object
     * @param  \Closure(array<array-key, mixed>): array<array-key, mixed>  $change
     * @return array<array-key, mixed>
     */
    private static function inside(array $object, string $key, \Closure $change): array
    {
        foreach ($key === '*' ? array_keys($object) : [$key] as $one) {
            if (is_array($object[$one] ?? null)) {
                $object[$one] = $change($object[$one]);
            }
        }

        return $object;
    }
}
