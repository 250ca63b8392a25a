<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\Core\Administration\Imports\ImportedAccount;
use Kennel\Core\Administration\Imports\ImportPlan;
use Kennel\Core\Administration\Imports\MapRow;
use Kennel\Core\Foundation\Reasons\Reason;

/** The first rows of a file as a plan would have them. Hashes are not shown, nor salts: they are said to be there. */
final readonly class PreviewImport
{
    private const ROWS = 10;

    private const LONGEST = 80;

    private const SECRET = ['hash', 'salt'];

    public function __construct(private DescribeImport $describe, private MapRow $map, private DecideRows $decide, private GatherFacts $facts, private Words $words)
    {
    }

    /**
     * @return array{columns: list<array{name: string, samples: list<string>}>, rows: list<array<string, mixed>>}
     *
     * @throws Refusal when the plan does not fit the file
     */
    public function __invoke(Import $import, ImportPlan $plan, Actor $by): array
    {
        $reason = $this->describe->reasonAgainst($import, $plan);
        if ($reason !== null) {
            throw Refusal::invalid([$reason]);
        }
        $facts = ($this->facts)($by);
        $first = $this->describe->firstRows($import, $plan->table, $plan->links, self::ROWS);
        $rows = [];
        foreach ($first as $index => $cells) {
            [$values] = ($this->map)($cells, $plan);
            $decided = $this->decide->row($cells, $plan, $facts);
            $rows[] = [
                'row' => $index + 1,
                'values' => (object) array_combine(array_keys($values), array_map(self::shown(...), $values, array_keys($values))),
                'reasons' => $decided->decision instanceof ImportedAccount ? [] : array_map(fn (Reason $one): array => [
                    'code' => $one->code, 'field' => $one->field, 'message' => $this->words->say($one),
                ], $decided->decision),
            ];
        }

        return ['columns' => $this->columns($first, $plan), 'rows' => $rows];
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @return list<array{name: string, samples: list<string>}>
     */
    private function columns(array $rows, ImportPlan $plan): array
    {
        $secret = [];
        foreach ($plan->columns as $column) {
            if (in_array($column->to, self::SECRET, true)) {
                $secret[$column->from] = true;
            }
        }
        $columns = [];
        foreach (array_keys(array_merge(...$rows === [] ? [[]] : $rows)) as $name) {
            $samples = array_map(static fn (mixed $cell): string => self::shown($cell, isset($secret[$name]) ? 'hash' : ''), array_column($rows, $name));
            $columns[] = ['name' => (string) $name, 'samples' => array_slice(array_values(array_filter($samples, static fn (string $text): bool => $text !== '')), 0, 3)];
        }

        return $columns;
    }

    private static function shown(#[\SensitiveParameter] mixed $value, string $target): string
    {
        $text = match (true) {
            is_bool($value) => $value ? 'yes' : 'no',
            is_array($value) => implode(', ', array_filter($value, is_scalar(...))),
            is_scalar($value) => (string) $value,
            $value === null => '',
            default => AsJson::encode($value),
        };
        if ($text !== '' && (in_array($target, self::SECRET, true) || preg_match('/^(\$|\{[A-Z0-9]+\}|pbkdf2)|^[0-9a-f]{32,}$/i', $text) === 1)) {
            return '(not shown)';
        }

        return mb_strimwidth($text, 0, self::LONGEST, '…');
    }
}
