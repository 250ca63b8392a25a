<?php

declare(strict_types=1);

use Kennel\Tests\Mutation\Coverage;
use Kennel\Tests\Mutation\Mutant;
use Kennel\Tests\Mutation\Mutants;
use Kennel\Tests\Mutation\Trial;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

require __DIR__.'/../../vendor/autoload.php';

// The rules and the acts; doors and commands only hand on what these decide.
const WHERE = ['core', 'app'];
const NOT = '#^app/(Http|Console|\w+Provider\.php)#';

$options = getopt('', ['sample:', 'seed:', 'only:', 'suites:', 'processes:', 'list']) ?: [];
$root = dirname(__DIR__, 2);
$processes = max(1, (int) ($options['processes'] ?? shell_exec('nproc') ?? 2));
$seed = (int) ($options['seed'] ?? random_int(1, 999_999));

$all = [];
foreach (WHERE as $folder) {
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator("{$root}/{$folder}", FilesystemIterator::SKIP_DOTS)) as $file) {
        $path = substr($file->getPathname(), strlen($root) + 1);
        if (str_ends_with($path, '.php') && preg_match(NOT, $path) !== 1 && str_starts_with($path, (string) ($options['only'] ?? ''))) {
            array_push($all, ...Mutants::of($root, $path));
        }
    }
}
usort($all, static fn (Mutant $one, Mutant $other): int => [$one->file, $one->from, $one->after] <=> [$other->file, $other->from, $other->after]);
/** @var list<array{file: string, line: string, before: string, after: string, why: string}> $without */
$without = require __DIR__.'/without-effect.php';
$lines = [];
$lineOf = static function (Mutant $mutant) use ($root, &$lines): string {
    $lines[$mutant->file] ??= (array) file("{$root}/{$mutant->file}");

    return (string) $lines[$mutant->file][$mutant->line - 1];
};
$isWithout = static fn (Mutant $mutant): bool => array_filter($without, static fn (array $one): bool => $one['file'] === $mutant->file && $one['before'] === $mutant->before && $one['after'] === $mutant->after && str_contains($lineOf($mutant), $one['line'])) !== [];
$all = array_values(array_filter($all, static fn (Mutant $mutant): bool => ! $isWithout($mutant)));
$sample = min((int) ($options['sample'] ?? 200), count($all));
$picked = $sample === 0 ? [] : (array) (new Randomizer(new Xoshiro256StarStar($seed)))->pickArrayKeys($all, $sample);
/** @var list<Mutant> $waiting */
$waiting = array_map(static fn (int $key): Mutant => $all[$key], $picked);
printf("%d of %d changes, seed %d.\n", $sample, count($all), $seed);
if (isset($options['list'])) {
    array_map(static fn (Mutant $mutant) => print($mutant->describe()."\n"), $waiting);
    exit(0);
}

$coverage = Coverage::measured($root, $processes, (string) ($options['suites'] ?? Coverage::SUITES));
$trials = array_map(static fn (): Trial => new Trial($root), range(1, $processes));
$survivors = [];
$done = 0;
while ($done < $sample) {
    foreach ($trials as $trial) {
        $result = $trial->result();
        if ($result !== null) {
            $done++;
            if (! $result[1]) {
                $survivors[] = $result[0];
                echo $result[0]->describe(), "\n";
            }
        }
        while ($trial->isFree() && $waiting !== []) {
            $mutant = array_shift($waiting);
            $tests = $coverage->testsOf($mutant);
            if ($tests !== []) {
                $trial->begin($mutant, $tests);
            } else {
                $done++;
                $survivors[] = $mutant;
                echo $mutant->describe(), "   (no test comes here)\n";
            }
        }
    }
    usleep(20_000);
}
$noticed = $sample - count($survivors);
printf("%d of %d noticed, %.1f %%.\n", $noticed, $sample, 100 * $noticed / max(1, $sample));
exit($noticed >= 0.9 * $sample ? 0 : 1);
