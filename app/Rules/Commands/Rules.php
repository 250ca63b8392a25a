<?php

declare(strict_types=1);

namespace Kennel\App\Rules\Commands;

use Illuminate\Console\Command;
use Kennel\App\Audit\Actor;
use Kennel\App\Cases\Cases;
use Kennel\App\Impact\ImpactRuns;
use Kennel\App\Platform\Words;
use Kennel\App\Rules\Revisions;
use Kennel\App\Rules\RulesInForce;
use Kennel\Core\Rules\InvalidRuleBook;
use Kennel\Core\Rules\RuleBook;
use Kennel\Core\Rules\RuleDiff;

/** The rule book as a file, so that it can live in the developer's own repository. */
final class Rules extends Command
{
    protected $signature = 'kennel:rules
        {act : export, schema, diff or apply}
        {file? : the document, for diff and apply}
        {--reason= : why, for the audit trail; apply needs it}
        {--overrule= : why cases that fail may fail; apply needs it only then}
        {--dry-run : say what apply would change, and change nothing}';

    protected $description = 'Read, compare and apply the rule book as a JSON file';

    public function handle(RulesInForce $rules, Revisions $revisions, Cases $cases, ImpactRuns $impact): int
    {
        return match ($this->argument('act')) {
            'export' => $this->write($rules->document()),
            'schema' => $this->write($rules->book()->schema()),
            'diff' => $this->compare($rules),
            'apply' => $this->apply($rules, $revisions, $cases, $impact),
            default => $this->refuse('There is no such act. There are: export, schema, diff, apply.'),
        };
    }

    private function compare(RulesInForce $rules): int
    {
        $document = $this->document();

        return $document === null ? self::INVALID : $this->report(RuleDiff::between($rules->document(), $document), 'would change');
    }

    private function apply(RulesInForce $rules, Revisions $revisions, Cases $cases, ImpactRuns $impact): int
    {
        $isDry = $this->option('dry-run') === true;
        $reason = trim((string) $this->option('reason'));
        if ($reason === '' && ! $isDry) {
            return $this->refuse('--reason: say why; it goes into the audit trail.');
        }
        $document = $this->document();
        if ($document === null) {
            return self::INVALID;
        }
        $changes = RuleDiff::between($rules->document(), $document);
        if ($changes === []) {
            return $this->report([], 'changed');
        }
        $book = RuleBook::fromArray($document);
        $this->reportImpact($impact->measure($book, static fn (): bool => true));
        $failing = $cases->failing($book);
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
        $outcome = $revisions->publish($document, $reason, Actor::kennel(), $failing === [] ? null : $overrule);
        foreach ($outcome['blockers'] as $blocker) {
            $this->error("{$blocker->field}: ".app(Words::class)->say($blocker));
        }

        return $outcome['blockers'] === [] ? $this->report($outcome['changes'], 'changed') : self::INVALID;
    }

    /** @param  array<string, array{kind: string, code: string, field: string|null, count: int}>  $counts */
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
            $this->refuse('The file can not be read.');

            return null;
        }
        $document = json_decode($json, true);
        if (! is_array($document)) {
            $this->refuse('The file is not a JSON object: '.json_last_error_msg());

            return null;
        }
        try {
            RuleBook::fromArray($document);
        } catch (InvalidRuleBook $mistake) {
            $this->refuse($mistake->getMessage());

            return null;
        }

        return $document;
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
