<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Operations\Pages;

use Illuminate\Contracts\Translation\Translator;
use Kennel\Core\Credentials\Passwords\ChangedBy;
use Kennel\Tests\Feature\DoorTestCase;
use Symfony\Component\Finder\Finder;

/** Every text the code names is there. Texts that a test meets and that are missing fail it too: see DoorTestCase. */
final class TextsTest extends DoorTestCase
{
    public function test_every_reason_has_words(): void
    {
        $words = $this->app->make(Translator::class);
        $codes = $this->found('/new Reason\(\s*\'([a-z_]+\.[a-z0-9_.]+)\'/');
        self::assertGreaterThan(250, count($codes));
        $missing = array_filter($codes, static fn (string $code): bool => ! $words->has("reasons.{$code}"));
        self::assertSame([], array_values($missing));
    }

    public function test_every_problem_has_a_title(): void
    {
        $words = $this->app->make(Translator::class);
        $codes = $this->found('/new Problem\(\d+, \'([a-z_]+\.[a-z0-9_.]+)\'/');
        self::assertGreaterThan(10, count($codes));
        self::assertSame([], array_values(array_filter($codes, static fn (string $code): bool => ! $words->has("problems.{$code}.title"))));
    }

    public function test_every_way_to_change_a_password_has_words_in_each_language(): void
    {
        foreach (['en', 'de'] as $language) {
            foreach (ChangedBy::cases() as $by) {
                self::assertTrue($this->app->make(Translator::class)->hasForLocale("messages.how.{$by->value}", $language), "{$language} {$by->value}");
            }
        }
    }

    /** @return list<string> what the code of core and app says, each once */
    private function found(string $pattern): array
    {
        $all = [];
        foreach ((new Finder)->files()->in([base_path('core'), base_path('app')])->name('*.php') as $file) {
            preg_match_all($pattern, $file->getContents(), $found);
            $all = [...$all, ...$found[1]];
        }

        return array_values(array_unique($all));
    }
}
