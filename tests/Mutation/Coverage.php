<?php

declare(strict_types=1);

namespace Kennel\Tests\Mutation;

use SebastianBergmann\CodeCoverage\CodeCoverage;

/** Which tests run through which line. Measured once for a state of the sources and the tests, and kept. */
final readonly class Coverage
{
    public const SUITES = 'architecture,core,published,feature';

    /** @param  array<string, array<int, list<string>|null>>  $lines  ids of tests by file and line */
    private function __construct(private string $root, private array $lines)
    {
    }

    /** @param  string  $suites  with commas between them */
    public static function measured(string $root, int $processes, string $suites = self::SUITES): self
    {
        $folder = "{$root}/.cache/mutate";
        is_dir($folder) || mkdir($folder, 0o755, true);
        $path = "{$folder}/".self::digest($root).'-'.strtr($suites, ',', '-').'.php';
        if (! is_file($path)) {
            array_map(unlink(...), glob("{$folder}/*.php") ?: []);
            fwrite(STDERR, "Measuring which tests cover which line...\n");
            $command = ['php', '-d', 'memory_limit=2G', '-d', 'pcov.enabled=1', '-d', "pcov.directory={$root}", 'vendor/bin/paratest', "--processes={$processes}", "--passthru-php='-d' 'pcov.enabled=1' '-d' 'pcov.directory={$root}' '-d' 'pcov.exclude=~/(vendor|node_modules|tests)/~' '-d' 'memory_limit=2G'", '--testsuite', $suites, '--coverage-php', $path, '--coverage-filter', 'core', '--coverage-filter', 'app', '--no-progress'];
            $process = proc_open($command, [1 => ['file', "{$folder}/tests.log", 'w'], 2 => ['file', "{$folder}/coverage.log", 'w']], $pipes, $root);
            if ($process === false || proc_close($process) !== 0) {
                @unlink($path);
                throw new \RuntimeException("The tests do not pass as they are; see {$folder}/tests.log.");
            }
        }
        $coverage = require $path;
        assert($coverage instanceof CodeCoverage);

        return new self($root, $coverage->getData(true)->lineCoverage());
    }

    /** @return array<string, list<string>> names of test methods by the file of their class, quickest kind first */
    public function testsOf(Mutant $mutant): array
    {
        $tests = [];
        foreach ($this->around($mutant) as $id) {
            [$class, $method] = explode('::', $id, 2);
            $file = 'tests/'.strtr(substr($class, strlen('Kennel\\Tests\\')), '\\', '/').'.php';
            $tests[$file][] = strtok($method, ' #');
        }
        $rank = static fn (string $file): int => array_search(explode('/', $file)[1], ['Core', 'Architecture', 'Feature', 'Published'], true) ?: 0;
        uksort($tests, static fn (string $one, string $other): int => [$rank($one), $one] <=> [$rank($other), $other]);

        return array_map(static fn (array $names): array => array_values(array_unique($names)), $tests);
    }

    /**
     * A constant and a declaration have no line that runs: whoever runs through the file may use it.
     *
     * @return list<string>
     */
    private function around(Mutant $mutant): array
    {
        $lines = $this->lines["{$this->root}/{$mutant->file}"] ?? [];
        if (($lines[$mutant->line] ?? []) !== []) {
            return $lines[$mutant->line];
        }

        return isset($lines[$mutant->line]) ? [] : array_values(array_unique(array_merge(...array_values(array_filter($lines)))));
    }

    private static function digest(string $root): string
    {
        $seen = hash_init('xxh128');
        foreach (['app', 'core', 'config', 'lang', 'tests', 'database'] as $folder) {
            $files = [];
            foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator("{$root}/{$folder}", \FilesystemIterator::SKIP_DOTS)) as $file) {
                $files[$file->getPathname()] = hash_file('xxh128', $file->getPathname());
            }
            ksort($files);
            hash_update($seen, serialize($files));
        }

        return hash_final($seen);
    }
}
