<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rehearsals;

/** What somebody goes through on an app, step by step. */
final readonly class Journey
{
    /** @param  list<Step>  $steps */
    public function __construct(public string $title, public string $app, public array $steps, public string $about = '')
    {
    }

    /**
     * @param  array<array-key, mixed>  $journey  as toArray() gives it
     *
     * @throws \InvalidArgumentException saying what is wrong
     */
    public static function read(array $journey): self
    {
        [$title, $app, $steps] = [$journey['title'] ?? null, $journey['app'] ?? null, $journey['steps'] ?? null];
        if (! is_string($title) || ! is_string($app) || ! is_array($steps) || $steps !== array_filter($steps, is_array(...))) {
            throw new \InvalidArgumentException('a journey has a title, an app and a list of steps');
        }

        return new self($title, $app, array_map(Step::read(...), array_values($steps)));
    }

    /** @return array{title: string, app: string, steps: list<array<string, mixed>>} */
    public function toArray(): array
    {
        return ['title' => $this->title, 'app' => $this->app, 'steps' => array_map(static fn (Step $one): array => $one->toArray(), $this->steps)];
    }
}
