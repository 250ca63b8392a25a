<?php

declare(strict_types=1);

// Writes down a release, once, when it is made: a small database as SQL text and its rule book as JSON. UpgradeTest brings each up to today.
//
//   php tests/Feature/Operations/Upgrade/freeze.php 2 /path/of/kennel.sqlite
//
// The database is seeded by the release's own code, under the tests' key:
//
//   php artisan migrate --force && php artisan kennel:demo-seed --accounts=10 --start=2026-05-01T12:00:00Z

[, $release, $path] = $argv + [null, null, null];
if (! is_string($release) || ! ctype_digit($release) || ! is_string($path) || ! is_file($path)) {
    fwrite(STDERR, "php tests/Feature/Operations/Upgrade/freeze.php RELEASE DATABASE\n");
    exit(2);
}
$folder = __DIR__."/releases/{$release}";
is_dir($folder) || mkdir($folder, 0o755, true);
$database = new PDO("sqlite:{$path}", options: [PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION]);
$objects = $database->query("SELECT type, name, sql FROM sqlite_master WHERE sql IS NOT NULL AND name NOT LIKE 'sqlite_%' ORDER BY type = 'trigger', type = 'index', rowid")->fetchAll(PDO::FETCH_OBJ);
$virtual = array_column(array_filter($objects, static fn (object $one): bool => str_starts_with($one->sql, 'CREATE VIRTUAL')), 'name');
// The tables behind a virtual one are made with it.
$isBehind = static fn (string $name): bool => array_filter($virtual, static fn (string $one): bool => str_starts_with($name, "{$one}_")) !== [];

$lines = [];
foreach (['table', 'index', 'trigger'] as $type) {
    if ($type === 'index') {
        foreach ($objects as $table) {
            if ($table->type !== 'table' || in_array($table->name, $virtual, true) || $isBehind($table->name)) {
                continue;
            }
            foreach ($database->query("SELECT * FROM \"{$table->name}\"")->fetchAll(PDO::FETCH_ASSOC) as $row) {
                $values = array_map(static fn (mixed $value): string => match (true) {
                    $value === null => 'NULL',
                    is_int($value), is_float($value) => (string) $value,
                    preg_match('//u', $value) === 1 && ! str_contains($value, "\0") => $database->quote($value),
                    default => "X'".bin2hex($value)."'",
                }, $row);
                $lines[] = "INSERT INTO \"{$table->name}\" VALUES (".implode(', ', $values).');';
            }
        }
        foreach ($virtual as $one) {
            $lines[] = "INSERT INTO {$one} ({$one}) VALUES ('rebuild');";
        }
    }
    foreach ($objects as $object) {
        if ($object->type === $type && ! $isBehind($object->name)) {
            $lines[] = "{$object->sql};";
        }
    }
}
file_put_contents("{$folder}/database.sql", implode("\n", $lines)."\n");
$document = $database->query('SELECT document FROM rule_revisions ORDER BY number DESC LIMIT 1')->fetchColumn();
file_put_contents("{$folder}/rules.json", json_encode(json_decode((string) $document), JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE)."\n");
$migrations = [];
foreach ($database->query('SELECT migration FROM migrations ORDER BY id')->fetchAll(PDO::FETCH_COLUMN) as $migration) {
    $file = dirname(__DIR__, 4)."/database/migrations/{$migration}.php";
    $migrations[] = hash_file('sha256', $file)."  {$migration}.php";
}
file_put_contents("{$folder}/migrations.sha256", implode("\n", $migrations)."\n");
