<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

/** Asks a package of the npm registry for a second opinion. */
final class Node
{
    /**
     * @param  string  $script  an ES module that reads `input` and gives `output`
     * @return mixed what it gave, by JSON
     */
    public static function ask(string $script, mixed $input): mixed
    {
        $module = "import { readFileSync } from 'node:fs'; const input = JSON.parse(readFileSync(0, 'utf8')); let output; {$script}; process.stdout.write(JSON.stringify(output));";
        $process = proc_open(['node', '--input-type=module', '-e', $module], [['pipe', 'r'], ['pipe', 'w'], ['pipe', 'w']], $pipes, dirname(__DIR__, 2));
        if ($process === false) {
            throw new \RuntimeException('Node could not be started.');
        }
        fwrite($pipes[0], json_encode($input, JSON_THROW_ON_ERROR));
        fclose($pipes[0]);
        $output = (string) stream_get_contents($pipes[1]);
        $errors = (string) stream_get_contents($pipes[2]);
        if (proc_close($process) !== 0) {
            throw new \RuntimeException($errors);
        }

        return json_decode($output, true, flags: JSON_THROW_ON_ERROR);
    }
}
