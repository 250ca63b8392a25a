<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Illuminate\Contracts\Translation\Translator;
use Kennel\App\Operations\Checks\Checks;
use Kennel\App\Operations\Checks\Finding;
use Kennel\App\Operations\Checks\Grade;

/** Looks at the whole installation: each line is fine, or says what to do. */
final class CheckCommand extends Command
{
    protected $signature = 'kennel:check {--json : one JSON object a finding}';

    protected $description = 'Look at the installation: each line is ok, or says what to do. Fails when something is wrong.';

    public function handle(Checks $checks, Translator $words): int
    {
        $worst = self::SUCCESS;
        foreach ($checks->all() as $name => $findings) {
            foreach ($findings as $finding) {
                $worst = $finding->grade === Grade::Wrong ? self::FAILURE : $worst;
                $this->print($name, $finding, $this->words($words, $finding));
            }
        }

        return $worst;
    }

    /** @param  array{string, string}  $said  what it is, and what to do */
    private function print(string $name, Finding $finding, array $said): void
    {
        [$what, $todo] = $said;
        if ($this->option('json') === true) {
            $this->line((string) json_encode(
                ['check' => $name, 'grade' => strtolower($finding->grade->value), 'code' => $finding->code, 'what' => $what, 'todo' => $todo],
                JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
            ));

            return;
        }
        $colour = ['ok' => 'info', 'look' => 'comment', 'WRONG' => 'error'][$finding->grade->value];
        $this->line(sprintf('<%1$s>%2$-5s</%1$s> %3$-14s %4$s', $colour, $finding->grade->value, $name, $what));
        if ($todo !== '') {
            $this->line(str_repeat(' ', 21).$todo);
        }
    }

    /** @return array{string, string} */
    private function words(Translator $words, Finding $finding): array
    {
        $said = $words->get("checks.{$finding->code}", $finding->parameters);

        return is_array($said) ? [(string) ($said[0] ?? $finding->code), (string) ($said[1] ?? '')] : [$finding->code, ''];
    }
}
