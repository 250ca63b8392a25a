<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Illuminate\Contracts\Console\Kernel;
use Kennel\Tests\Feature\DoorTestCase;
use Symfony\Component\Console\Input\StringInput;

/** What docs/operating.md tells people to type exists, and every setting it names is one. */
final class OperatingDocTest extends DoorTestCase
{
    private const ROOT = __DIR__.'/../../..';

    public function test_every_command_it_names_takes_what_it_is_given(): void
    {
        preg_match_all('/(?:php artisan|deploy\/artisan) ([a-z]+:?[a-z:-]+[^`#;&|\n]*)/', $this->doc(), $found);
        $commands = $this->app->make(Kernel::class)->all();
        $tried = [];
        foreach (array_unique(array_map(trim(...), $found[1])) as $line) {
            $line = rtrim((string) preg_replace('/ \[.*$| > .*$|[.:,]$/', '', $line));
            $name = strtok($line, ' ');
            self::assertArrayHasKey((string) $name, $commands, "There is no {$name}.");
            $command = $commands[(string) $name];
            $command->mergeApplicationDefinition();
            (new StringInput(substr($line, strlen((string) $name)) === '' ? (string) $name : $line))->bind($command->getDefinition());
            $tried[] = $name;
        }
        foreach (array_keys($commands) as $name) {
            if (str_starts_with($name, 'kennel:') && ! str_starts_with($name, 'kennel:demo-') && $name !== 'kennel:census') {
                self::assertContains($name, [...$tried, ...$this->namedAlone()], "{$name} is nowhere told");
            }
        }
    }

    public function test_its_settings_are_those_that_are_read(): void
    {
        $read = [];
        foreach ([...(glob(self::ROOT.'/config/*.php') ?: []), self::ROOT.'/bootstrap/app.php'] as $file) {
            preg_match_all("/env\('([A-Z_]+)'|\['(KENNEL_DATA)'\]/", (string) file_get_contents($file), $found);
            array_push($read, ...array_filter([...$found[1], ...$found[2]]));
        }
        // The framework reads these before any configuration.
        array_push($read, 'APP_CONFIG_CACHE', 'APP_ROUTES_CACHE', 'APP_EVENTS_CACHE', 'APP_SERVICES_CACHE', 'APP_PACKAGES_CACHE');
        preg_match('/## Settings.*?\n## /s', $this->doc(), $section);
        preg_match_all('/^\| (`[^|]+) \|/m', $section[0] ?? '', $rows);
        preg_match_all('/`([A-Z_]+)`/', implode(' ', $rows[1]), $told);

        self::assertEqualsCanonicalizing(array_values(array_unique($read)), $told[1]);
        preg_match_all('/^([A-Z_]+)=/m', (string) file_get_contents(self::ROOT.'/deploy/kennel.env.example'), $example);
        self::assertSame([], array_diff($example[1], $told[1]), 'the example sets nothing else');
    }

    public function test_files_it_names_are_there(): void
    {
        preg_match_all('#\b(?:deploy|tests|core)/[\w./-]*\w#', $this->doc(), $found);
        foreach (array_unique($found[0]) as $path) {
            self::assertTrue(file_exists(self::ROOT."/{$path}") || glob(self::ROOT."/{$path}*") !== [], "{$path} is not there");
        }
    }

    private function doc(): string
    {
        return (string) file_get_contents(self::ROOT.'/docs/operating.md');
    }

    /** @return list<string> commands that are named without being typed out */
    private function namedAlone(): array
    {
        preg_match_all('/`(kennel:[a-z-]+)`/', $this->doc(), $found);

        return $found[1];
    }
}
