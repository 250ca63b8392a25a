<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Illuminate\Support\Str;
use Kennel\App\Administration\Imports\CheckImport;
use Kennel\App\Administration\Imports\DescribeImport;
use Kennel\App\Administration\Imports\GatherFacts;
use Kennel\App\Administration\Imports\Import;
use Kennel\App\Administration\Imports\ImportAccounts;
use Kennel\App\Administration\Imports\ImportFormat;
use Kennel\App\Administration\Imports\ImportReport;
use Kennel\App\Administration\Imports\Imports;
use Kennel\App\Administration\Imports\KeptPlans;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\Core\Administration\Imports\ImportPlan;
use Kennel\Core\Administration\Imports\ImportRules;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Refused;

/** Imports a file of any size on the server itself. Broken off, the same command with --resume goes on. */
final class ImportCommand extends Command
{
    use NamesOperator;

    protected $signature = 'kennel:import
        {file? : CSV, JSON Lines, XLSX, ODS or SQLite, by its ending; without a plan, columns called address, name, hash and, for bare digests, salt}
        {--app= : the app the accounts are of}
        {--plan= : what the columns become: the name of a kept plan, a file of JSON, or "suggested"}
        {--print-plan : print the plan that suggests itself, and import nothing}
        {--proven : the addresses are proven}
        {--must-change : everybody has to choose a new password after the next sign-in}
        {--digest= : what bare digests are: md5, sha1, sha256 or sha512}
        {--layout=password : of what: password, salt.password or password.salt}
        {--reason= : why, for the audit trail; not needed with --dry-run}
        {--as= : the address of the operator who does it; without one the trail says system}
        {--resume= : the id of an import that was broken off}
        {--dry-run : check every row, and import none}';

    private Actor $by;

    protected $description = 'Import accounts of another service, with their hashes';

    public function handle(Imports $imports, CheckImport $check, ImportAccounts $import, Words $words): int
    {
        try {
            $this->by = $this->actor(Permission::AccountsManage);

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
            if ($this->option('print-plan') === true) {
                $this->line((string) json_encode($this->suggestion($imports->get($id))->toArray(), JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES));
                $imports->discard($id);

                return self::SUCCESS;
            }
            if ($this->option('plan') !== null) {
                $imports->check($id, $this->plan($imports->get($id)), $this->by, inBackground: false);
            }
            $check($id, Step::endless());
            $this->report($imports, $id);
            if ($this->option('dry-run') === true) {
                $imports->discard($id);

                return self::SUCCESS;
            }
            $imports->begin($id, (string) $this->option('reason'), $this->by, inBackground: false);
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
        $format = ImportFormat::ofFile($file);
        $digest = (string) $this->option('digest');
        $layout = (string) $this->option('layout');
        $content = is_file($file) && $format !== null ? fopen($file, 'rb') : false;
        if ($content === false || $format === null || ($digest !== '' && ! isset(ImportRules::DIGESTS[$digest])) || ! in_array($layout, ImportRules::LAYOUTS, true)) {
            $this->error('Name a file that ends in .csv, .jsonl, .xlsx, .ods or .sqlite; --digest and --layout are as the help has them.');

            return null;
        }
        $id = (string) Str::uuid7();
        if ($this->option('plan') !== null || $this->option('print-plan') === true) {
            $imports->receive($id, $content, basename($file), $format, $this->by);
        } else {
            $imports->receivePlain($id, $content, basename($file), $format, [
                'app' => (string) $this->option('app'), 'proven' => $this->option('proven') === true, 'must_change' => $this->option('must-change') === true, 'digest' => $digest, 'layout' => $layout,
            ], $this->by, inBackground: false);
        }

        return $id;
    }

    /** The kept, written or suggested one; what the options say holds for it as well. @throws Refusal */
    private function plan(Import $import): ImportPlan
    {
        $named = (string) $this->option('plan');
        $plan = match (true) {
            $named === 'suggested' => $this->suggestion($import)->toArray(),
            is_file($named) => json_decode((string) file_get_contents($named), true),
            default => app(KeptPlans::class)->find($named)?->plan,
        };
        $said = array_filter([
            'app' => $this->option('app'), 'proven' => $this->option('proven') === true, 'must_change' => $this->option('must-change') === true, 'digest' => $this->option('digest'),
        ], static fn (mixed $value): bool => $value !== null && $value !== false);
        try {
            return ImportPlan::read([...is_array($plan) ? $plan : [], ...$said, ...$this->option('digest') === null ? [] : ['layout' => $this->option('layout')]], app(FieldRules::class));
        } catch (Refused $refused) {
            throw Refusal::invalid([$refused->reason]);
        }
    }

    private function suggestion(Import $import): ImportPlan
    {
        return app(DescribeImport::class)->suggestion($import, app(GatherFacts::class)($this->by));
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
        if ($shown['updated'] + $shown['left'] > 0) {
            $this->line("accounts that are there: {$shown['updated']} changed, {$shown['left']} left as they are");
        }
        foreach ($shown['kinds'] as ['kind' => $kind, 'rows' => $rows]) {
            $this->line(sprintf('%8d  %s', $rows, $kind));
        }
        foreach ($shown['codes'] as ['message' => $message, 'rows' => $rows]) {
            $this->line(sprintf('%8d  %s', $rows, $message));
        }
    }
}
