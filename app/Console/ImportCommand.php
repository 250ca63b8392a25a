<?php

declare(strict_types=1);

namespace Kennel\App\Console;

use Illuminate\Console\Command;
use Illuminate\Support\Str;
use Kennel\App\Imports\CheckImport;
use Kennel\App\Imports\ImportAccounts;
use Kennel\App\Imports\ImportReport;
use Kennel\App\Imports\Imports;
use Kennel\App\Platform\Identity\Actor;
use Kennel\App\Platform\Queue\Step;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Platform\Words;
use Kennel\Core\Imports\ImportRules;

/** Imports a file of any size on the server itself. Broken off, the same command with --resume goes on. */
final class ImportCommand extends Command
{
    protected $signature = 'kennel:import
        {file? : CSV (.csv) or JSON Lines (.jsonl) with address, name, hash and, for bare digests, salt}
        {--app= : the app the accounts are of}
        {--proven : the addresses are proven}
        {--must-change : everybody has to choose a new password after the next sign-in}
        {--digest= : what bare digests are: md5, sha1, sha256 or sha512}
        {--layout=password : of what: password, salt.password or password.salt}
        {--reason= : why, for the audit trail; not needed with --dry-run}
        {--resume= : the id of an import that was broken off}
        {--dry-run : check every row, and import none}';

    protected $description = 'Import accounts with the hashes of another service';

    public function handle(Imports $imports, CheckImport $check, ImportAccounts $import, Words $words): int
    {
        try {
            return $this->work($imports, $check, $import);
        } catch (Refusal $refusal) {
            foreach ($words->refusal($refusal) as $line) {
                $this->error($line);
            }

            return self::FAILURE;
        }
    }

    private function work(Imports $imports, CheckImport $check, ImportAccounts $import): int
    {
        $id = (string) ($this->option('resume') ?? '');
        if ($id === '') {
            $id = $this->receive($imports);
            if ($id === null) {
                return self::INVALID;
            }
            $check($id, Step::endless());
            $this->report($imports, $id);
            if ($this->option('dry-run') === true) {
                $imports->discard($id);

                return self::SUCCESS;
            }
            $imports->begin($id, (string) $this->option('reason'), Actor::kennel(), inBackground: false);
            $this->line("Importing. Should it be broken off: kennel:import --resume={$id}");
        }
        if ($id !== '' && $this->option('resume') !== null && ! $imports->resume($id)) {
            $this->error('There is no such import, or nothing of it to go on with.');

            return self::FAILURE;
        }
        $began = microtime(true);
        $check($id, Step::endless());
        $import($id, Step::endless());
        $this->line(sprintf('Imported in %.2f s; %.1f MiB at most.', microtime(true) - $began, memory_get_peak_usage(true) / 1_048_576));
        $this->report($imports, $id);

        return self::SUCCESS;
    }

    private function receive(Imports $imports): ?string
    {
        $file = (string) $this->argument('file');
        $format = ['csv' => 'csv', 'jsonl' => 'jsonl'][strtolower(pathinfo($file, PATHINFO_EXTENSION))] ?? null;
        $digest = (string) $this->option('digest');
        $layout = (string) $this->option('layout');
        $content = is_file($file) && $format !== null ? fopen($file, 'rb') : false;
        if ($content === false || $format === null || ($digest !== '' && ! isset(ImportRules::DIGESTS[$digest])) || ! in_array($layout, ImportRules::LAYOUTS, true)) {
            $this->error('Name a file that ends in .csv or .jsonl; --digest and --layout are as the help has them.');

            return null;
        }
        $id = (string) Str::uuid7();
        $imports->receive($id, $content, [
            'name' => basename($file), 'format' => $format, 'app' => (string) $this->option('app'), 'proven' => $this->option('proven') === true,
            'must_change' => $this->option('must-change') === true, 'digest' => $digest, 'layout' => $layout,
        ], Actor::kennel(), inBackground: false);

        return $id;
    }

    private function report(Imports $imports, string $id): void
    {
        $import = $imports->find($id);
        if ($import === null) {
            $this->error('There is no such import.');

            return;
        }
        $shown = app(ImportReport::class)->of($import);
        $this->line("{$shown['state']}: {$shown['done']} rows, {$shown['accepted']} can be or were imported, {$shown['refused']} refused");
        foreach ($shown['kinds'] as ['kind' => $kind, 'rows' => $rows]) {
            $this->line(sprintf('%8d  %s', $rows, $kind));
        }
        foreach ($shown['codes'] as ['message' => $message, 'rows' => $rows]) {
            $this->line(sprintf('%8d  refused: %s', $rows, $message));
        }
    }
}
