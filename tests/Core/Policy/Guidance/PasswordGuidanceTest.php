<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Policy\Guidance;

use Kennel\Core\Policy\Guidance\Clause;
use Kennel\Core\Policy\Guidance\PasswordGuidance;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Tests\Support\Books;
use PHPUnit\Framework\TestCase;

final class PasswordGuidanceTest extends TestCase
{
    public function test_says_how_each_clause_stands(): void
    {
        $shipped = $this->stands([]);
        self::assertSame(['against', 'exceeds', 'meets', 'meets'], [$shipped['nist_4.length'], $shipped['nist_2017.length'], $shipped['pci_4.length'], $shipped['owasp.argon2id']]);
        self::assertSame('meets', $this->stands(['password' => ['minimum' => 15]])['nist_4.length']);
        self::assertSame('exceeds', $this->stands(['password' => ['minimum' => 16]])['nist_4.length']);
        self::assertSame('against', $this->stands(['password' => ['minimum' => 6]])['nist_2017.length'], 'a legacy rule can be set, and is reported');
        foreach ([[47_104, 1, 'meets'], [47_103, 1, 'against'], [19_456, 2, 'meets'], [12_288, 3, 'meets'], [9_216, 4, 'meets'], [7_168, 5, 'meets'], [7_168, 9, 'meets'], [65_536, 1, 'exceeds'], [12_288, 2, 'against']] as [$memory, $passes, $stands]) {
            self::assertSame($stands, $this->stands(['hashing' => ['memory' => $memory, 'passes' => $passes]])['owasp.argon2id'], "{$memory}/{$passes}");
        }
        self::assertSame('meets', $this->stands(['hashing' => ['memory' => 65_536, 'passes' => 3, 'lanes' => 4]])['rfc_9106.second']);
    }

    public function test_what_one_click_would_change_meets_the_clause(): void
    {
        $weak = ['password' => ['minimum' => 4, 'maximum' => 12, 'composition' => ['digits' => 1]], 'hashing' => ['memory' => 7_168, 'passes' => 1]];
        foreach ($this->clauses($weak) as $clause) {
            $changed = array_replace_recursive(Books::demo(), $weak);
            foreach ($clause->change as $path => $value) {
                foreach (array_reverse(explode('.', $path)) as $key) {
                    $value = [$key => $value];
                }
                $changed = array_replace_recursive($changed, (array) $value);
            }
            if ($clause->change !== []) {
                $after = array_column(array_map(static fn (Clause $one): array => [$one->code, $one->stands->value], PasswordGuidance::of(RuleBook::fromArray($changed))), 1, 0);
                self::assertNotSame('against', $after[$clause->code] ?? $after[str_replace('_asked', '', $clause->code)] ?? $after["{$clause->code}_asked"] ?? $after["{$clause->code}_held"], $clause->code);
            }
        }
    }

    public function test_says_what_to_change_to_where_a_clause_is_not_met_and_nothing_where_it_is(): void
    {
        $change = function (array $rules, string $code): array {
            foreach ($this->clauses(['password' => $rules]) as $clause) {
                if ($clause->code === $code) {
                    return $clause->change;
                }
            }
            self::fail("no clause {$code}");
        };
        self::assertSame(['password.maximum' => 64], $change(['minimum' => 8, 'maximum' => 63], 'nist_4.longest'));
        self::assertSame([], $change(['maximum' => 64], 'nist_4.longest'));
        self::assertSame(['password.minimum' => 15], $change(['minimum' => 14], 'nist_4.length'));
        self::assertSame(['password.minimum' => 15, 'password.maximum' => 64], $change(['minimum' => 8, 'maximum' => 12], 'nist_4.length'), 'which must not cross the maximum');
        self::assertSame([], $change(['minimum' => 15], 'nist_4.length'));
        self::assertSame(['password.minimum' => 8], $change(['minimum' => 7], 'nist_2017.length'));
        self::assertSame([], $change(['minimum' => 8], 'nist_2017.length'));
        self::assertSame([['password.minimum' => 12], []], [$change(['minimum' => 11], 'pci_4.length'), $change(['minimum' => 12], 'pci_4.length')]);
        self::assertSame(['password.composition.letters' => 1, 'password.composition.digits' => 1], $change([], 'pci_4.letters_and_digits'));
        self::assertSame([['password.history' => 4], []], [$change(['history' => 3], 'pci_4.history'), $change(['history' => 4], 'pci_4.history')]);
    }

    public function test_a_legacy_rule_can_be_set_and_is_reported(): void
    {
        $legacy = $this->stands(['password' => ['minimum' => 6, 'maximum' => 25, 'composition' => ['digits' => 1]]]);
        self::assertSame(['against', 'against', 'against', 'against', 'against'], [$legacy['nist_4.length'], $legacy['nist_4.longest'], $legacy['nist_4.composition_asked'], $legacy['nist_2017.length'], $legacy['pci_4.letters_and_digits']]);
        $pci = $this->stands(['password' => ['history' => 4, 'composition' => ['letters' => 1, 'digits' => 1]], 'hashing' => ['pepper' => 'autumn']]);
        self::assertSame(['meets', 'meets', 'meets'], [$pci['pci_4.letters_and_digits_asked'], $pci['pci_4.history'], $pci['nist_4.pepper_used']]);
        $bcrypt = $this->stands(['hashing' => ['scheme' => 'bcrypt', 'cost' => 10]]);
        self::assertSame(['against', 'meets', null], [$bcrypt['nist_4.storage_bcrypt'], $bcrypt['owasp.bcrypt'], $bcrypt['owasp.argon2id'] ?? null]);
    }

    public function test_every_clause_has_its_words(): void
    {
        $words = require __DIR__.'/../../../../lang/en/guidance.php';
        foreach ([...$this->clauses([]), ...$this->clauses(['password' => ['composition' => ['letters' => 1, 'digits' => 1]], 'hashing' => ['scheme' => 'bcrypt', 'pepper' => 'autumn']])] as $clause) {
            [$source, $what] = explode('.', $clause->code);
            self::assertSame(['source', 'asks', 'ours', 'why'], array_keys($words[$source][$what]));
            preg_match_all('/:([a-z]+)/', $words[$source][$what]['asks'].$words[$source][$what]['ours'], $used);
            self::assertSame([], array_diff($used[1], array_keys($clause->parameters)), $clause->code);
        }
    }

    /**
     * @param  array<string, mixed>  $change
     * @return array<string, string> by code
     */
    private function stands(array $change): array
    {
        $stands = [];
        foreach ($this->clauses($change) as $clause) {
            $stands[$clause->code] = $clause->stands->value;
        }

        return $stands;
    }

    /**
     * @param  array<string, mixed>  $change
     * @return list<Clause>
     */
    private function clauses(array $change): array
    {
        return PasswordGuidance::of(RuleBook::fromArray(array_replace_recursive(Books::demo(), $change)));
    }
}
