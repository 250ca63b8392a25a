<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Foundation\Words;
use Kennel\App\Policy\Cases\Cases;
use Kennel\App\Policy\Impact\ImpactRuns;
use Kennel\App\Policy\Rehearsals\JourneyCase;
use Kennel\App\Policy\Rehearsals\JourneyCases;
use Kennel\App\Policy\Rules\Revision;
use Kennel\App\Policy\Rules\Revisions;
use Kennel\App\Policy\Rules\TryHashing;
use Kennel\Core\Directory\Apps\Discretion;
use Kennel\Core\Directory\Disclosure\PublicDirectories;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Policy\Rehearsals\Journey;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\Policy\Rules\RuleDiff;
use Kennel\Core\Policy\Rules\Upgrades\UpgradeBook;
use Symfony\Component\Console\Output\ConsoleOutputInterface;

/** The rule book as a file, so that it can live in the developer's own repository. */
final class RulesCommand extends Command
{
    use NamesOperator;

    protected $signature = 'kennel:rules
        {act : export, schema, check, diff, apply, or journeys}
        {file? : the document, for diff and apply; for journeys the file they are read from, and without one they are printed}
        {--base= : the revision the file was made upon, as export says it; apply needs it}
        {--reason= : why, for the audit trail; apply needs it}
        {--overrule= : why cases that fail may fail; apply needs it only then}
        {--as= : the address of the operator who applies it; without one the trail says system}
        {--dry-run : say what apply would change, and change nothing}';

    protected $description = 'Read, compare and apply the rule book as a JSON file';

    public function handle(RulesInForce $rules, Revisions $revisions, Cases $cases, ImpactRuns $impact, JourneyCases $journeys): int
    {
        return match ($this->argument('act')) {
            'export' => $this->export($rules),
            // Of what ships: it is the form every document has to have, whatever is in force.
            'schema' => $this->write(RuleBook::fromArray(Revision::shipped()->document)->schema()),
            'check' => $this->check($rules),
            'diff' => $this->compare($revisions),
            'apply' => $this->apply($rules, $revisions, $cases, $impact, $journeys),
            'journeys' => $this->journeys($journeys),
            default => $this->refuse('There is no such act. There are: export, schema, check, diff, apply, journeys.'),
        };
    }

    private function export(RulesInForce $rules): int
    {
        $this->write($rules->document());
        // Beside the document, and only where that is possible: what is printed is the file.
        $output = $this->output->getOutput();
        if ($output instanceof ConsoleOutputInterface) {
            $output->getErrorOutput()->writeln("Revision {$rules->revision()}: apply with --base={$rules->revision()}.");
        }

        return self::SUCCESS;
    }

    /** Before anything is served: a rule that is missing would be met by the first who needs it. */
    private function check(RulesInForce $rules): int
    {
        try {
            RuleBook::fromArray($rules->document());
        } catch (InvalidRuleBook $mistake) {
            return $this->refuse("Revision {$rules->revision()} is not whole. {$mistake->getMessage()}. Export it, mend it, and apply it.");
        }
        $this->line("Revision {$rules->revision()} is whole.");

        return self::SUCCESS;
    }

    private function compare(Revisions $revisions): int
    {
        $document = $this->document();

        return $document === null ? self::INVALID : $this->report(RuleDiff::between($revisions->newest()->stored, $document), 'would change');
    }

    private function apply(RulesInForce $rules, Revisions $revisions, Cases $cases, ImpactRuns $impact, JourneyCases $journeys): int
    {
        $isDry = $this->option('dry-run') === true;
        $reason = trim((string) $this->option('reason'));
        if ($reason === '' && ! $isDry) {
            return $this->refuse('--reason: say why; it goes into the audit trail.');
        }
        try {
            $by = $this->actor(Permission::RulesManage);
        } catch (Refusal $refusal) {
            return $this->refuse(implode("\n", app(Words::class)->refusal($refusal)));
        }
        $document = $this->document();
        if ($document === null) {
            return self::INVALID;
        }
        $changes = RuleDiff::between($revisions->newest()->stored, $document);
        if ($changes === []) {
            return $this->report([], 'changed');
        }
        $base = $this->base();
        if ($base === null && ! $isDry) {
            return $this->refuse("--base: name the revision the file was made upon; the newest is {$rules->revision()}. Compare first with diff.");
        }
        $book = RuleBook::fromArray($document);
        try {
            $this->reportImpact($impact->measure(RuleBook::fromArray($rules->document()), $book));
        } catch (InvalidRuleBook $mistake) {
            $this->warn("What is in force is not whole ({$mistake->getMessage()}), so the impact of these rules cannot be said.");
        }
        foreach ([...Discretion::warnings($book->apps), ...PublicDirectories::warnings($book->disclosure, $book->apps)] as $warning) {
            $this->warn("{$warning->field}: ".app(Words::class)->say($warning));
        }
        $failing = [...$cases->failing($book), ...$journeys->failing($document)];
        foreach ($failing as $case) {
            $this->warn("Case fails: {$case}");
        }
        $overrule = trim((string) $this->option('overrule'));
        if ($isDry) {
            return $this->report($changes, 'would change');
        }
        if ($failing !== [] && $overrule === '') {
            return $this->refuse('--overrule: say why these cases may fail; nothing was changed.');
        }
        $hashing = app(TryHashing::class)->reasonsAgainst($book->hashing);
        $outcome = $hashing !== [] ? ['changes' => [], 'blockers' => $hashing] : $revisions->publish(
            $document,
            (int) $base,
            $reason,
            $by,
            $failing === [] ? null : $overrule,
        );
        foreach ($outcome['blockers'] as $blocker) {
            $this->error(($blocker->field === null ? '' : "{$blocker->field}: ").app(Words::class)->say($blocker));
        }

        return $outcome['blockers'] === [] ? $this->report($outcome['changes'], 'changed') : self::INVALID;
    }

    /** The journeys that are kept, as a file beside the document; read back, each is kept once more. */
    private function journeys(JourneyCases $journeys): int
    {
        if ($this->argument('file') === null) {
            return $this->write(['journeys' => array_map(static fn (JourneyCase $one): array => $one->journey()->toArray(), $journeys->all())]);
        }
        $read = json_decode((string) @file_get_contents((string) $this->argument('file')), true);
        $listed = is_array($read) && is_array($read['journeys'] ?? null) ? $read['journeys'] : null;
        if ($listed === null) {
            return $this->refuse('The file is not {"journeys": [...]}, as this command prints it.');
        }
        try {
            $by = $this->actor(Permission::RulesManage);
            $kept = $journeys->keepAll(array_map(static fn (mixed $one): Journey => Journey::read((array) $one), array_values($listed)), $by);
        } catch (\InvalidArgumentException $mistake) {
            return $this->refuse("A journey cannot be read: {$mistake->getMessage()}");
        } catch (Refusal $refusal) {
            return $this->refuse(implode("\n", app(Words::class)->refusal($refusal)));
        }
        $this->line(count($kept).' kept.');

        return self::SUCCESS;
    }

    private function base(): ?int
    {
        $base = $this->option('base');

        return is_string($base) && preg_match('/^\d{1,9}$/D', $base) === 1 ? (int) $base : null;
    }

    /** @param  list<array{kind: string, code: string, field: string|null, count: int}>  $counts */
    private function reportImpact(array $counts): void
    {
        $this->line($counts === [] ? 'Impact: on no account and no sign-up of the last thirty days.' : 'Impact:');
        foreach ($counts as $count) {
            $this->line('  '.str_replace('_', ' ', $count['kind'])." {$count['code']}".($count['field'] === null ? '' : " ({$count['field']})").": {$count['count']}");
        }
    }

    /** @return array<array-key, mixed>|null null once the mistake has been said */
    private function document(): ?array
    {
        $file = $this->argument('file');
        $json = is_string($file) && is_file($file) ? file_get_contents($file) : false;
        if ($json === false) {
            $this->refuse('The file cannot be read.');

            return null;
        }
        $document = json_decode($json, true);
        if (! is_array($document)) {
            $this->refuse('The file is not a JSON object: '.json_last_error_msg());

            return null;
        }
        try {
            $upgraded = UpgradeBook::ofToday()($document);
            RuleBook::fromArray($upgraded);
        } catch (InvalidRuleBook $mistake) {
            $this->refuse($mistake->getMessage());

            return null;
        }
        foreach (RuleDiff::between($document, $upgraded) as $path => $change) {
            $this->warn("The file is of an older format. {$path}: ".$this->show($change['before']).' is read as '.$this->show($change['after']));
        }

        return $upgraded;
    }

    /** @param  array<string, array{before: mixed, after: mixed}>  $changes */
    private function report(array $changes, string $verb): int
    {
        foreach ($changes as $path => $change) {
            $this->line("{$path}: ".$this->show($change['before']).' → '.$this->show($change['after']));
        }
        $this->line($changes === [] ? 'Nothing differs.' : count($changes)." {$verb}.");

        return self::SUCCESS;
    }

    /** @param  array<string, mixed>  $document */
    private function write(array $document): int
    {
        $this->line((string) json_encode($document, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE));

        return self::SUCCESS;
    }

    private function refuse(string $why): int
    {
        $this->error($why);

        return self::INVALID;
    }

    private function show(mixed $value): string
    {
        return (string) json_encode($value, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
    }
}
