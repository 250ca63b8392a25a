<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Credentials\Passwords;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

final class VerdictTest extends DoorTestCase
{
    public function test_each_rule_is_said_to_be_met_or_not(): void
    {
        config(['rules.password' => [...config('rules.password'), 'composition' => ['letters' => 0, 'small' => 0, 'capitals' => 1, 'digits' => 2, 'others' => 0], 'guesses' => 6]]);
        $met = static fn (TestResponse $verdict): array => array_column((array) $verdict->assertOk()->json('rules'), 'is_met', 'code');
        self::assertSame(['password.too_short' => false, 'password.too_long' => false, 'password.common' => false, 'password.is_word' => false, 'password.is_address' => false, 'password.few_capitals' => false, 'password.few_digits' => false, 'password.guessable' => false], $met($this->judge('')), 'nothing is typed yet');
        $verdict = $this->judge('Gaugebook12', ['app' => 'gaugebook']);
        self::assertSame(['password.too_short' => false, 'password.too_long' => true, 'password.common' => true, 'password.is_word' => false, 'password.is_address' => true, 'password.few_capitals' => true, 'password.few_digits' => true, 'password.guessable' => false], $met($verdict));
        self::assertSame(['At least 12 characters', 'At least 1 of: capital letters'], array_values(array_intersect_key(array_column((array) $verdict->json('rules'), 'message', 'code'), ['password.too_short' => 1, 'password.few_capitals' => 1])));
        self::assertSame('known', $verdict->json('estimate.parts.0.kind'));
        $parts = (array) $this->judge('otter?')->json('estimate.parts');
        self::assertSame([[1, 5], [6, 6]], array_map(static fn (array $part): array => [$part['from'], $part['to']], $parts));
        self::assertStringContainsString('Characters 1 to 5', $parts[0]['message']);
        self::assertStringContainsString('Character 6', $parts[1]['message']);
        self::assertTrue($this->judge('Slow green otters 44')->json('accepted'));
    }

    public function test_names_and_addresses_are_known_to_the_estimate(): void
    {
        $plain = $this->judge('adeyemi-otter')->json('estimate.guesses');
        $known = $this->judge('adeyemi-otter', ['name' => 'Ngozi Adeyemi', 'email' => 'otter@post.example']);
        self::assertLessThan($plain, $known->json('estimate.guesses'));
        self::assertSame('known', $known->json('estimate.parts.0.kind'));
    }

    public function test_what_was_typed_is_neither_repeated_nor_kept(): void
    {
        $this->keeper();
        $typed = 'Wildly-unlikely-0tters';
        $verdict = $this->judge($typed);
        self::assertStringNotContainsStringIgnoringCase('tters', (string) $verdict->getContent());
        self::assertStringNotContainsString($typed, json_encode([DB::table('evidence')->get(), Trail::of()], JSON_THROW_ON_ERROR));
        $odd = $this->judge("tab\there")->assertOk();
        self::assertSame([false, null, 'password.characters'], [$odd->json('accepted'), $odd->json('estimate'), $odd->json('reasons.0.code')]);
    }

    public function test_a_draft_is_tried_by_operators_alone(): void
    {
        $this->knock('POST', '/passwords/verdict', ['password' => 'x'], ['Kennel-Rules' => 'draft'])->assertStatus(401);
        $this->keeper();
        $document = (array) $this->ask('/rules/draft')->json('document');
        $document['password']['minimum'] = 40;
        $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => '"r0.v0"'], 'console')->assertOk();
        self::assertTrue($this->judge('slow green otters swim')->json('accepted'));
        self::assertSame(['password.too_short'], self::codes($this->knock('POST', '/passwords/verdict', ['password' => 'slow green otters swim'], ['Kennel-Rules' => 'draft'], 'console')->assertOk()));
    }

    /** @param  array<string, string>  $more */
    private function judge(string $password, array $more = []): TestResponse
    {
        return $this->knock('POST', '/passwords/verdict', ['password' => $password, ...$more]);
    }
}
