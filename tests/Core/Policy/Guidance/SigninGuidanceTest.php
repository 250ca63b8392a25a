<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Policy\Guidance;

use Kennel\Core\Policy\Guidance\Clause;
use Kennel\Core\Policy\Guidance\SigninGuidance;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Tests\Support\Books;
use PHPUnit\Framework\TestCase;

final class SigninGuidanceTest extends TestCase
{
    /**
     * @param  array<string, mixed>  $change
     * @return array<string, Clause> by code
     */
    private static function clauses(array $change): array
    {
        $clauses = SigninGuidance::of(RuleBook::fromArray(array_replace_recursive(Books::demo(), $change)));

        return array_combine(array_map(static fn (Clause $one): string => $one->code, $clauses), $clauses);
    }

    public function test_says_how_each_clause_stands(): void
    {
        self::assertSame('meets', self::clauses(['throttles' => ['ceiling' => 100]])['signin_nist.failures']->stands->value);
        self::assertSame('exceeds', self::clauses(['throttles' => ['ceiling' => 99]])['signin_nist.failures']->stands->value);
        self::assertSame('against', self::clauses(['throttles' => ['ceiling' => 101]])['signin_nist.failures']->stands->value);
        self::assertArrayHasKey('signin_nist.failures_none', self::clauses(['throttles' => ['ceiling' => 0]]));
        self::assertArrayHasKey('signin_nist.two_factors_offered', self::clauses([]));
        self::assertArrayHasKey('signin_nist.two_factors', self::clauses(['factors' => ['roles' => ['keeper']]]));
        self::assertArrayHasKey('signin_nist.two_factors', self::clauses(['apps' => [1 => ['second_factor' => 'demanded']]]));
        self::assertSame(['meets', 'against', 'exceeds'], array_map(static fn (string $set): string => self::clauses(['sessions' => ['absolute' => $set]])['signin_nist.reauthenticate']->stands->value, ['PT24H', 'PT25H', 'PT23H']));
        self::assertArrayHasKey('signin_asvs.stuffing_open', self::clauses(['throttles' => ['ceiling' => 0, 'signins_of_account' => ['free' => 0]]]));
    }

    public function test_what_one_click_would_change_meets_the_clause(): void
    {
        $weak = ['throttles' => ['ceiling' => 0, 'tell_after' => 0], 'sessions' => ['absolute' => 'P9D', 'idle' => 'P2D', 'kept_absolute' => 'P90D']];
        $changed = 0;
        foreach (self::clauses($weak) as $code => $clause) {
            $book = $weak;
            foreach ($clause->change as $path => $value) {
                foreach (array_reverse(explode('.', $path)) as $key) {
                    $value = [$key => $value];
                }
                $book = array_replace_recursive($book, (array) $value);
            }
            if ($clause->change !== []) {
                $changed++;
                $after = self::clauses($book);
                self::assertNotSame('against', ($after[$code] ?? $after[str_replace('_none', '', $code)] ?? $after["{$code}_not"])->stands->value, $code);
            }
        }
        self::assertSame(6, $changed);
    }
}
