<?php

declare(strict_types=1);

namespace Kennel\App\Rules\Commands;

use Illuminate\Console\Command;
use Illuminate\Database\ConnectionInterface;
use Kennel\App\Audit\Actor;
use Kennel\App\Audit\AuditTrail;
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
        {--dry-run : say what apply would change, and change nothing}';

    protected $description = 'Read, compare and apply the rule book as a JSON file';

    public function handle(RulesInForce $rules, AuditTrail $audit, ConnectionInterface $database): int
    {
        return match ($this->argument('act')) {
            'export' => $this->write($rules->document()),
            'schema' => $this->write($rules->book()->schema()),
            'diff' => $this->compare($rules),
            'apply' => $this->option('dry-run') === true ? $this->compare($rules) : $this->apply($rules, $audit, $database),
            default => $this->refuse('There is no such act. There are: export, schema, diff, apply.'),
        };
    }

    private function compare(RulesInForce $rules): int
    {
        $document = $this->document();

        return $document === null ? self::INVALID : $this->report(RuleDiff::between($rules->document(), $document), 'would change');
    }

    private function apply(RulesInForce $rules, AuditTrail $audit, ConnectionInterface $database): int
    {
        $reason = $this->option('reason');
        if (! is_string($reason) || trim($reason) === '') {
            return $this->refuse('--reason: say why; it goes into the audit trail.');
        }
        $document = $this->document();

        return $document === null ? self::INVALID : $this->report($rules->apply($document, trim($reason), Actor::kennel(), $audit, $database), 'changed');
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
