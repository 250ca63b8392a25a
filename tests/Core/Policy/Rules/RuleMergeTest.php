<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Policy\Rules;

use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\Policy\Rules\RuleMerge;
use Kennel\Tests\Support\Books;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

final class RuleMergeTest extends TestCase
{
    public function test_what_only_one_of_two_changed_counts(): void
    {
        $base = ['password' => ['minimum' => 12, 'history' => 0], 'sessions' => ['idle' => 'PT2H'], 'list' => ['a', 'b']];
        $ours = ['password' => ['minimum' => 14, 'history' => 0], 'sessions' => ['idle' => 'PT2H'], 'list' => ['a', 'b', 'c']];
        $theirs = ['password' => ['minimum' => 12, 'history' => 4], 'sessions' => ['idle' => 'PT1H'], 'list' => ['a', 'b']];
        $merged = RuleMerge::of($base, $ours, $theirs);
        self::assertSame(['password' => ['minimum' => 14, 'history' => 4], 'sessions' => ['idle' => 'PT1H'], 'list' => ['a', 'b', 'c']], $merged->document);
        self::assertSame([], $merged->conflicts);
    }

    public function test_what_both_changed_stays_ours_and_is_named(): void
    {
        $merged = RuleMerge::of(['a' => ['b' => 1, 'c' => ['x']]], ['a' => ['b' => 2, 'c' => ['y']]], ['a' => ['b' => 3, 'c' => ['z']]]);
        self::assertSame([['a' => ['b' => 2, 'c' => ['y']]], ['a.b', 'a.c']], [$merged->document, $merged->conflicts]);
        self::assertSame([], RuleMerge::of(['a' => 1], ['a' => 2], ['a' => 2])->conflicts, 'both to the same is no conflict');
    }

    public function test_what_became_of_another_form_is_not_merged_within(): void
    {
        $a = static fn (mixed $value): array => ['a' => $value];
        $keyed = static fn (string $label): array => [['key' => 'k', 'label' => $label]];
        foreach ([[['x' => 1], ['x' => 2], 'text'], [['x' => 1], 'text', ['x' => 2]], ['text', ['x' => 1], ['x' => 2]], [$keyed('A'), $keyed('B'), ['x']], [$keyed('A'), ['x'], $keyed('B')], [['x'], $keyed('A'), $keyed('B')], [['x' => 1], $keyed('A'), ['x' => 2]]] as [$base, $ours, $theirs]) {
            $merged = RuleMerge::of($a($base), $a($ours), $a($theirs));
            self::assertSame([$a($ours), ['a']], [$merged->document, $merged->conflicts], json_encode([$base, $ours, $theirs], JSON_THROW_ON_ERROR));
        }
    }

    public function test_lists_of_objects_are_matched_by_their_keys(): void
    {
        $field = static fn (string $key, string $label): array => ['key' => $key, 'label' => $label];
        $base = ['fields' => [$field('a', 'A'), $field('b', 'B'), $field('c', 'C')]];
        $ours = ['fields' => [$field('a', 'Ours'), $field('c', 'C'), $field('d', 'D')]];
        $theirs = ['fields' => [$field('a', 'A'), $field('b', 'B'), $field('c', 'Theirs'), $field('e', 'E')]];
        self::assertSame([$field('a', 'Ours'), $field('c', 'Theirs'), $field('d', 'D'), $field('e', 'E')], RuleMerge::of($base, $ours, $theirs)->document['fields'], 'what we took away and they left alone is gone');
    }

    public function test_what_is_null_on_purpose_stays(): void
    {
        self::assertSame(['m' => null, 'n' => 1], RuleMerge::of(['m' => null, 'n' => 0], ['m' => null, 'n' => 1], ['m' => null, 'n' => 0])->document);
    }

    /** Whatever each of two changed by itself, the merge has both, and is as whole as they were. */
    public function test_of_real_rule_books(): void
    {
        $random = new Randomizer(new Mt19937(7));
        $base = Books::demo();
        $changes = [['password', 'minimum', 20], ['password', 'history', 3], ['sessions', 'idle', 'PT1H'], ['verification', 'lifetime', 'PT48H'], ['review', 'by_somebody_else', true], ['retention', 'evidence', 'P3D'], ['addresses', 'fold_plus_tags', true]];
        for ($try = 0; $try < 60; $try++) {
            $ours = $theirs = $both = $base;
            foreach ($changes as [$section, $key, $value]) {
                $who = $random->getInt(0, 3);
                $both[$section][$key] = $who === 0 ? $base[$section][$key] : $value;
                $ours[$section][$key] = $who === 1 || $who === 3 ? $value : $base[$section][$key];
                $theirs[$section][$key] = $who === 2 || $who === 3 ? $value : $base[$section][$key];
            }
            $merged = RuleMerge::of($base, $ours, $theirs);
            self::assertSame($both, $merged->document);
            self::assertSame([], $merged->conflicts);
            RuleBook::fromArray($merged->document);
        }
    }
}
