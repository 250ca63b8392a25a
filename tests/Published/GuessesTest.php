<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\Credentials\Passwords\Guesses\Strength;
use Kennel\Tests\Support\Node;
use Kennel\Tests\Support\Passwords;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Our estimate of guesses beside that of an independent implementation of the same published model (@zxcvbn-ts/core with its common
 * and English dictionaries), over passwords of every sort people choose.
 */
final class GuessesTest extends TestCase
{
    private const RESOURCES = __DIR__.'/../../resources/passwords/';

    private const THEIRS = <<<'JS'
        // Theirs asks the machine for the year; ours is told one.
        Date.prototype.getFullYear = () => YEAR;
        const { ZxcvbnFactory } = await import('@zxcvbn-ts/core');
        const common = await import('@zxcvbn-ts/language-common');
        const english = await import('@zxcvbn-ts/language-en');
        const [c, e] = [common.default ?? common, english.default ?? english];
        const estimator = new ZxcvbnFactory({ dictionary: { ...c.dictionary, ...e.dictionary }, graphs: c.adjacencyGraphs, translations: e.translations });
        output = input.map((password) => estimator.check(password).guessesLog10);
        JS;

    public function test_orders_passwords_as_an_independent_estimator_does(): void
    {
        $passwords = $this->passwords();
        self::assertGreaterThanOrEqual(1_200, count($passwords));
        $estimate = Passwords::guesses();
        $ours = array_map(static fn (string $password): float => $estimate($password)->guesses, $passwords);
        /** @var list<float> $theirs */
        $theirs = array_map(floatval(...), (array) Node::ask(str_replace('YEAR', (string) Passwords::YEAR, self::THEIRS), $passwords));

        // Measured: 0.9962; 0.035 apart on the mean; 14 in a thousand further apart than half a power of ten.
        self::assertGreaterThanOrEqual(0.99, $this->rankCorrelation($ours, $theirs));
        $apart = array_map(static fn (float $one, float $other): float => abs($one - $other), $ours, $theirs);
        self::assertLessThan(0.05, array_sum($apart) / count($apart));
        self::assertLessThan(0.02, count(array_filter($apart, static fn (float $by): bool => $by > 0.5)) / count($apart));
        foreach ($passwords as $index => $password) {
            if ($theirs[$index] < 4) {
                self::assertNotSame(Strength::Strong, Strength::of($ours[$index]), "{$password}: trivial to others, 10^{$ours[$index]} to us");
            }
        }
    }

    /** @return list<string> the same at every run */
    private function passwords(): array
    {
        $random = new Randomizer(new Mt19937(20_261_123));
        $common = file(self::RESOURCES.'common.txt', FILE_IGNORE_NEW_LINES);
        self::assertIsArray($common);
        $pick = static fn (array $list): string => (string) $list[$random->getInt(0, count($list) - 1)];
        $words = ['river', 'heron', 'lantern', 'winter', 'bicycle', 'orange', 'monkey', 'station', 'garden', 'silver', 'purple', 'dragon', 'mountain', 'coffee', 'kitchen', 'window', 'thunder', 'blanket', 'pepper', 'forest'];
        $names = ['anna', 'robert', 'johnson', 'maria', 'williams', 'thomas', 'garcia', 'emma'];
        $walks = ['qwerty', 'asdfgh', 'zxcvbn', '1qaz2wsx', 'qazwsx', 'poiuyt', 'qwertyuiop', 'asdfjkl', '7410', '258456', 'wertyu', '!QAZ'];
        $sequences = ['abcdef', '123456', '987654', 'fedcba', '13579', 'xyz', '0123', 'ghijkl'];
        $date = static fn (): string => sprintf($pick(['%2$02d%3$02d%1$04d', '%3$02d/%2$02d/%1$04d', '%1$04d-%2$02d-%3$02d', '%3$02d%2$02d%1$04d', '%1$04d']), $random->getInt(1950, 2026), $random->getInt(1, 12), $random->getInt(1, 28));
        $disguised = static fn (string $word): string => strtr(ucfirst($word), ['a' => '4', 'e' => '3', 'o' => '0', 's' => '$', 'i' => '1']);
        $letters = str_split('abcdefghijkmnpqrstuvwxyzABCDEFGHJKLMNPQRSTUVWXYZ23456789!?%&=');
        $noise = static fn (int $length): string => implode('', array_map(static fn (): string => $pick($letters), range(1, $length)));
        $kinds = [
            static fn (): string => $pick($common),
            static fn (): string => ucfirst($pick($common)).$random->getInt(0, 99),
            static fn (): string => $disguised($pick($words)).$pick(['', '!', '1', '123']),
            static fn (): string => $pick($words).$pick($words),
            static fn (): string => implode($pick(['', '-', ' ']), [$pick($words), $pick($words), $pick($words)]),
            static fn (): string => $pick($names).$random->getInt(1950, 2025),
            static fn (): string => ucfirst($pick($names)).$pick(['.', '_', '']).$pick($names),
            static fn (): string => $pick($walks).$pick(['', $pick($sequences), $pick($words)]),
            static fn (): string => $pick($sequences).$pick(['', $pick($names)]),
            $date,
            static fn (): string => $pick($words).$date(),
            static fn (): string => str_repeat($pick([$noise(1), $noise(2), $pick($words), '12']), $random->getInt(2, 5)),
            static fn (): string => strrev($pick($words)).$random->getInt(0, 999),
            static fn (): string => $noise($random->getInt(4, 8)),
            static fn (): string => $noise($random->getInt(9, 16)),
            static fn (): string => $pick($words).$noise(3).$pick($names),
        ];
        $passwords = [];
        for ($n = 0; count($passwords) < 1_200; $n++) {
            $passwords[$kinds[$n % count($kinds)]()] = true;
        }

        return array_map(strval(...), array_keys($passwords));
    }

    /**
     * Spearman's, ties sharing the mean of their places.
     *
     * @param  list<float>  $one
     * @param  list<float>  $other
     */
    private function rankCorrelation(array $one, array $other): float
    {
        [$a, $b] = [$this->places($one), $this->places($other)];
        $mean = (count($a) + 1) / 2;
        $both = $ofA = $ofB = 0.0;
        foreach ($a as $index => $place) {
            $both += ($place - $mean) * ($b[$index] - $mean);
            $ofA += ($place - $mean) ** 2;
            $ofB += ($b[$index] - $mean) ** 2;
        }

        return $both / sqrt($ofA * $ofB);
    }

    /**
     * @param  list<float>  $values
     * @return list<float>
     */
    private function places(array $values): array
    {
        asort($values);
        $places = [];
        $keys = array_keys($values);
        for ($first = 0; $first < count($keys); $first = $next) {
            $next = $first;
            while ($next < count($keys) && $values[$keys[$next]] === $values[$keys[$first]]) {
                $next++;
            }
            for ($index = $first; $index < $next; $index++) {
                $places[$keys[$index]] = ($first + 1 + $next) / 2;
            }
        }
        ksort($places);

        return array_values($places);
    }
}
