<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Policy\Rehearsals;

use Illuminate\Contracts\Console\Kernel;
use Illuminate\Contracts\Encryption\Encrypter;
use Illuminate\Contracts\Foundation\Application as ApplicationContract;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Illuminate\Testing\TestResponse;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Refusals\RefusalKind;
use Kennel\App\Policy\Rehearsals\Rehearsal;
use Kennel\App\Policy\Rehearsals\Rehearsals;
use Kennel\App\Policy\Rehearsals\World;
use Kennel\Tests\Feature\DoorTestCase;

/** Rehearsals under way, as the console plays them. */
final class RehearsalsTest extends DoorTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->keeper();
    }

    /** @param  array<string, mixed>|null  $body */
    private function play(string $method, string $path, ?array $body = null): TestResponse
    {
        return $this->knock($method, $path, $body, surface: 'console');
    }

    /** @param  array<string, mixed>  $more */
    private function begin(string $journey = 'late-link', array $more = []): string
    {
        return (string) $this->play('POST', '/rehearsals', ['app' => 'gaugebook', 'journey' => $journey, ...$more])->assertCreated()->json('id');
    }

    /** @return array<string, list<array<string, mixed>>> but for the rehearsals themselves, and when an operator was seen */
    private function tables(): array
    {
        $rows = [];
        foreach (array_diff(array_column(Schema::getTables(), 'name'), ['rehearsals']) as $table) {
            $rows[$table] = array_values(DB::table($table)->get()->map(static fn (object $row): array => (array) $row)->all());
        }

        return $rows;
    }

    public function test_what_is_sealed_in_a_world_opens_nowhere_else(): void
    {
        $inWorld = fn (string $name, \Closure $do): mixed => (new World("{$this->data}/worlds/{$name}"))->run($this->clock->now(), static fn (ApplicationContract $inner): mixed => $do($inner->make(Encrypter::class)));
        $seal = static fn (Encrypter $encrypter): string => $encrypter->encrypt('a form');
        $opens = static function (string $sealed): \Closure {
            return static fn (Encrypter $encrypter): bool => rescue(static fn (): bool => $encrypter->decrypt($sealed) === 'a form', false, false);
        };
        foreach (['one', 'two'] as $name) {
            is_dir("{$this->data}/worlds/{$name}") || mkdir("{$this->data}/worlds/{$name}", 0o700, true);
        }
        $sealed = (string) $inWorld('one', $seal);
        self::assertSame([true, false], [$inWorld('one', $opens($sealed)), $inWorld('two', $opens($sealed))]);
        self::assertFalse($opens($sealed)($this->app->make(Encrypter::class)));
        self::assertFalse($inWorld('one', $opens($seal($this->app->make(Encrypter::class)))));
    }

    public function test_the_link_on_the_25th_hour(): void
    {
        $before = $this->tables();
        $id = $this->begin();
        $this->play('POST', "/rehearsals/{$id}/next", [])->assertOk()->assertJsonPath('done.0.outcome.status', 202)->assertJsonPath('received.0.channel', 'mail');
        $after = $this->play('POST', "/rehearsals/{$id}/next", [])->assertOk()->assertJsonPath('ahead', 90_000);
        self::assertSame('2026-05-02T13:00:00.000Z', $after->json('now'));
        $pressed = $this->play('POST', "/rehearsals/{$id}/next", [])->assertOk()->assertJsonPath('done.2.outcome', ['status' => 422, 'code' => 'challenge.expired']);
        self::assertSame(['wire', 'record', 'message', 'audit'], array_values(array_intersect(['wire', 'record', 'message', 'audit'], array_column((array) $pressed->json('evidence'), 'lane'))), 'all four lanes');
        self::assertSame(['pending', false], [$pressed->json('account.status'), $pressed->json('account.is_proven')]);
        self::assertSame($before, $this->tables(), 'nothing of it is in the real one while it lasts');
        $this->play('GET', '/rehearsals')->assertOk()->assertJsonPath('items.0.step', 3)->assertJsonPath('items.0.is_own', true);
        $this->play('DELETE', "/rehearsals/{$id}")->assertNoContent();
        self::assertSame([0, []], [DB::table('rehearsals')->count(), glob("{$this->data}/rehearsals/*")]);
        self::assertSame($before, $this->tables());
        $this->play('GET', "/rehearsals/{$id}")->assertNotFound();
    }

    public function test_the_page_knocks_in_its_world_and_what_is_done_by_hand_is_kept(): void
    {
        $id = $this->begin('first-use');
        $this->play('POST', "/rehearsals/{$id}/next", [])->assertOk();
        $person = $this->play('GET', "/rehearsals/{$id}")->json('person');
        $wire = fn (string $method, string $path, ?array $body = null): TestResponse => $this->play('POST', "/rehearsals/{$id}/wire", ['method' => $method, 'path' => $path, 'headers' => ['Content-Type' => 'application/json', 'Kennel-Surface' => 'console'], ...$body === null ? [] : ['body' => json_encode($body)]])->assertOk();
        $wire('GET', '/session')->assertJsonPath('status', 401);
        $wire('POST', '/sessions', ['email' => $person['email'], 'password' => $person['password'], 'keep' => false])->assertJsonPath('status', 201);
        self::assertSame($person['email'], json_decode((string) $wire('GET', '/session')->json('body'), true)['account']['email'], 'its cookies stay with it');
        $wire('GET', '/overview')->assertJsonPath('status', 401);
        $this->knock('GET', '/session')->assertUnauthorized();
        $after = $this->play('POST', "/rehearsals/{$id}/clock", ['for' => 'PT1M'])->assertOk();
        self::assertSame(['sign_up', 'sign_in', 'wait'], array_column(array_column((array) $after->json('done'), 'step'), 'kind'));
        $this->play('POST', "/rehearsals/{$id}/wire", ['method' => 'TRACE', 'path' => '/session', 'headers' => (object) []])->assertStatus(422);
        $this->play('POST', "/rehearsals/{$id}/wire", ['method' => 'GET', 'path' => '/../console', 'headers' => (object) []])->assertOk()->assertJsonPath('status', 404);
    }

    public function test_the_clock_goes_to_the_expiry_and_to_the_purge(): void
    {
        $id = $this->begin();
        $this->play('POST', "/rehearsals/{$id}/clock", ['to' => 'expiry'])->assertConflict()->assertJsonPath('code', 'rehearsal.nothing_expires');
        $this->play('POST', "/rehearsals/{$id}/next", []);
        $this->play('POST', "/rehearsals/{$id}/clock", ['to' => 'expiry'])->assertOk()->assertJsonPath('ahead', 86_401);
        $this->play('POST', "/rehearsals/{$id}/steps", ['kind' => 'press_link'])->assertOk()->assertJsonPath('done.2.outcome.code', 'challenge.expired');
        $this->play('POST', "/rehearsals/{$id}/clock", ['for' => 'P7D'])->assertOk();
        $this->play('POST', "/rehearsals/{$id}/clock", ['to' => 'purge'])->assertOk()->assertJsonPath('account', null);
        $this->play('POST', "/rehearsals/{$id}/clock", ['for' => 'P9999D'])->assertStatus(422);
        $this->play('POST', "/rehearsals/{$id}/clock", ['for' => 'soon'])->assertStatus(422);
    }

    public function test_several_at_once_each_its_operators_alone(): void
    {
        $mine = [$this->begin(), $this->begin('forgotten')];
        $emails = array_map(fn (string $id): string => (string) $this->play('GET', "/rehearsals/{$id}")->json('person.password'), $mine);
        self::assertCount(2, array_unique($emails));
        $this->play('POST', "/rehearsals/{$mine[0]}/clock", ['for' => 'PT5H'])->assertJsonPath('ahead', 18_000);
        $this->play('GET', "/rehearsals/{$mine[1]}")->assertJsonPath('ahead', 0);
        $this->inBrowserOf('the help desk');
        $this->operatorWith('kennel:console', 'kennel:rules.manage');
        $this->play('GET', '/rehearsals')->assertOk()->assertJsonCount(2, 'items')->assertJsonPath('items.0.is_own', false);
        $this->play('GET', "/rehearsals/{$mine[0]}")->assertNotFound();
        $this->play('POST', "/rehearsals/{$mine[0]}/wire", ['method' => 'GET', 'path' => '/session', 'headers' => (object) []])->assertNotFound();
        $this->play('DELETE', "/rehearsals/{$mine[0]}")->assertNotFound();
        for ($more = 0; $more < 5; $more++) {
            $this->begin();
        }
        $this->play('POST', '/rehearsals', ['app' => 'gaugebook'])->assertConflict()->assertJsonPath('code', 'rehearsal.too_many');
    }

    /** Each read where the rehearsal stands before the other played, as two requests at the same moment do. */
    public function test_two_at_the_same_moment_are_two_steps_one_after_the_other(): void
    {
        $id = $this->begin();
        $rehearsals = $this->app->make(Rehearsals::class);
        [$one, $other, $third] = array_map(static fn (): Rehearsal => Rehearsal::query()->where('id', $id)->firstOrFail(), range(1, 3));
        $rehearsals->next($one);
        $rehearsals->next($other);
        $this->play('POST', "/rehearsals/{$id}/clock", ['for' => 'PT1H'])->assertOk()->assertJsonPath('ahead', 90_000 + 3_600)
            ->assertJsonCount(3, 'done')->assertJsonPath('done.1.step.kind', 'wait')->assertJsonPath('next.0.kind', 'press_link');
        $this->play('DELETE', "/rehearsals/{$id}")->assertNoContent();
        try {
            $rehearsals->next($third);
            self::fail('It is over.');
        } catch (Refusal $refusal) {
            self::assertSame(RefusalKind::NotFound, $refusal->kind);
        }
        self::assertSame([], glob("{$this->data}/rehearsals/*"));
    }

    public function test_a_journey_is_kept_as_a_case_and_goes_otherwise_under_a_draft(): void
    {
        $id = $this->begin();
        for ($step = 0; $step < 4; $step++) {
            $this->play('POST', "/rehearsals/{$id}/next", []);
        }
        $this->play('POST', "/rehearsals/{$id}/next", [])->assertConflict()->assertJsonPath('code', 'rehearsal.at_its_end');
        $case = $this->play('POST', '/journeys', ['title' => 'A link that is a day old', 'rehearsal' => $id])->assertCreated()->assertJsonPath('steps.2.expected.code', 'challenge.expired')->assertJsonPath('holds', null)->json('id');
        $this->play('POST', "/journeys/{$case}/run")->assertOk()->assertJsonPath('holds', true);
        $draft = $this->play('GET', '/rules/draft');
        $document = (array) $draft->json('document');
        $document['verification']['lifetime'] = 'PT48H';
        $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => (string) $draft->headers->get('ETag')], 'console')->assertOk();
        $this->play('GET', '/journeys')->assertOk()->assertJsonPath('cases.0.holds', null)->assertJsonCount(8, 'shipped');
        $this->play('POST', "/journeys/{$case}/run")->assertOk()->assertJsonPath('holds', false)->assertJsonPath('ran.2', ['status' => 200, 'code' => null]);
        $onDraft = $this->play('POST', '/rehearsals', ['app' => 'gaugebook', 'case' => $case, 'on_draft' => true])->assertCreated()->assertJsonPath('is_draft', true)->json('id');
        $this->play('POST', "/rehearsals/{$onDraft}/next", []);
        $this->play('POST', "/rehearsals/{$onDraft}/clock", ['to' => 'expiry'])->assertJsonPath('ahead', 172_801);
        // Taken out and brought in again, it is the same.
        $kept = $this->play('GET', '/journeys')->json('cases.0');
        $this->play('POST', '/journeys', ['title' => $kept['title'], 'app' => $kept['app'], 'steps' => $kept['steps']])->assertCreated()->assertJsonPath('steps', $kept['steps']);
        $this->play('POST', '/journeys', ['title' => 'x', 'app' => 'gaugebook', 'steps' => [['kind' => 'fly']]])->assertStatus(422);
        $this->play('DELETE', "/journeys/{$case}")->assertNoContent();
        $this->play('POST', "/journeys/{$case}/run")->assertNotFound();
    }

    public function test_what_nobody_looked_at_for_a_day_and_what_was_left_of_a_killed_run_goes(): void
    {
        $this->begin();
        mkdir("{$this->data}/rehearsals/left", 0o700, true);
        file_put_contents("{$this->data}/rehearsals/left/kennel.sqlite", 'x');
        touch("{$this->data}/rehearsals/left", $this->clock->now()->getTimestamp() - 7_200);
        $this->clock->move('+25 hours');
        $this->command('kennel:purge');
        self::assertSame([0, []], [DB::table('rehearsals')->count(), glob("{$this->data}/rehearsals/*")]);
    }

    public function test_a_publication_runs_what_was_not_run_and_asks_why_a_journey_may_go_otherwise(): void
    {
        $id = $this->begin();
        for ($step = 0; $step < 3; $step++) {
            $this->play('POST', "/rehearsals/{$id}/next", []);
        }
        $this->play('POST', '/journeys', ['title' => 'A link that is a day old', 'rehearsal' => $id])->assertCreated();
        $draft = $this->play('GET', '/rules/draft');
        $document = (array) $draft->json('document');
        $document['verification']['lifetime'] = 'PT48H';
        $saved = $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => (string) $draft->headers->get('ETag')], 'console')->assertOk();
        $reviewed = $this->knock('POST', '/rules/draft/review', headers: ['If-Match' => (string) $saved->headers->get('ETag')], surface: 'console')->assertOk();
        $tag = ['If-Match' => (string) $reviewed->headers->get('ETag')];
        $this->knock('POST', '/rules/draft/publish', ['reason' => 'Links for longer'], $tag, 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'rules.cases_fail')->assertJsonPath('reasons.0.parameters.cases', ['A link that is a day old']);
        $this->knock('POST', '/rules/draft/publish', ['reason' => 'Links for longer', 'overrule' => 'That is the point of it'], $tag, 'console')->assertCreated();
    }

    public function test_journeys_go_into_a_file_and_come_back(): void
    {
        $this->play('POST', '/journeys', ['title' => 'Kept', 'app' => 'gaugebook', 'steps' => [['kind' => 'wait', 'for' => 'PT1H'], ['kind' => 'sign_in', 'expected' => ['status' => 401, 'code' => 'signin.refused']]]])->assertCreated();
        $printed = $this->command('kennel:rules', ['act' => 'journeys']);
        file_put_contents("{$this->data}/journeys.json", $printed);
        self::assertStringContainsString('1 kept', $this->command('kennel:rules', ['act' => 'journeys', 'file' => "{$this->data}/journeys.json"]));
        self::assertCount(2, json_decode($this->command('kennel:rules', ['act' => 'journeys']), true)['journeys']);
    }

    public function test_of_a_file_with_a_journey_that_is_none_nothing_is_kept(): void
    {
        foreach ([['title' => 'x', 'app' => 'gaugebook', 'steps' => [['kind' => 'fly']]], ['title' => '', 'app' => 'gaugebook', 'steps' => [['kind' => 'sign_in']]], ['title' => 'x', 'steps' => 'none'], 7] as $bad) {
            file_put_contents("{$this->data}/journeys.json", json_encode(['journeys' => [['title' => 'Good', 'app' => 'gaugebook', 'steps' => [['kind' => 'sign_in']]], $bad]]));
            self::assertSame(2, $this->app->make(Kernel::class)->call('kennel:rules', ['act' => 'journeys', 'file' => "{$this->data}/journeys.json"]));
            $reasons = (array) $this->play('POST', '/journeys/import', (array) json_decode((string) file_get_contents("{$this->data}/journeys.json"), true))->assertStatus(422)->json('reasons');
            self::assertContains($reasons[0]['code'], ['rehearsal.mistake', 'case.name', 'type.objects']);
            self::assertSame(0, DB::table('journey_cases')->count());
        }
        $this->play('POST', '/journeys/import', ['journeys' => [['title' => 'Good', 'app' => 'gaugebook', 'steps' => [['kind' => 'sign_in']]]]])->assertCreated()->assertJsonPath('items.0.title', 'Good')->assertJsonPath('items.0.holds', null);
    }
}
