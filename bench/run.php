<?php

declare(strict_types=1);

use Kennel\Bench\Measures;

require __DIR__.'/../vendor/autoload.php';

$measures = Measures::all();
$names = array_slice($argv, 1);
if ($names === ['--help']) {
    echo "bin/bench [NAME...]\n\nPrints one line a figure: name, measured, bound, holds or short. Exits 1 when any is short. Without a name all are measured;\nthe first run makes 100 000 accounts.\n\n";
    foreach (Measures::ABOUT as $name => $about) {
        printf("  %-12s %s\n", $name, $about);
    }
    exit(0);
}
$unknown = array_diff($names, array_keys($measures));
if ($unknown !== []) {
    fwrite(STDERR, 'There is no figure "'.implode('", "', $unknown).'". There are: '.implode(', ', array_keys($measures)).".\n");
    exit(2);
}
$short = false;
foreach ($names === [] ? array_keys($measures) : array_unique($names) as $name) {
    foreach ($measures[$name]() as $figure) {
        echo $figure->line(), "\n";
        $short = $short || ! $figure->holds();
    }
}
exit($short ? 1 : 0);
