<?php

declare(strict_types=1);

use Kennel\Bench\Measures;

require __DIR__.'/../vendor/autoload.php';

$measures = Measures::all();
$name = $argv[1] ?? null;
if ($name !== null && ! isset($measures[$name])) {
    fwrite(STDERR, "There is no figure \"{$name}\". There are: ".implode(', ', array_keys($measures)).".\n");
    exit(2);
}
$short = false;
foreach ($name === null ? $measures : [$name => $measures[$name]] as $measure) {
    foreach ($measure() as $figure) {
        echo $figure->line(), "\n";
        $short = $short || ! $figure->holds();
    }
}
exit($short ? 1 : 0);
