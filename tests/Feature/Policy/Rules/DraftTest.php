<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Policy\Rules;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Queue\ContinueRun;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Policy\Impact\ImpactRuns;
use Kennel\App\Policy\Rules\Revisions;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Support\Books;

/** Draft, review, publication, and what each of them refuses. */
final class DraftTest extends DoorTestCase
{
    private const GOOD = ['app' => 'gaugebook', 'name' => 'Ngozi', 'email' => 'ngozi@millreach.example', 'password' => self::PASSWORD];

    public function test_a_draft_is_reviewed_published_and_brought_back(): void
    {
        $this->keeper();
        $empty = $this->ask('/rules/draft')->assertOk();
        self::assertSame([0, 0, '"r0.v0"'], [$empty->json('version'), $empty->json('base_revision'), $empty->headers->get('ETag')]);
        $saved = $this->save(static fn (array $rules): array => array_replace_recursive($rules, ['password' => ['minimum' => 30]]))->assertOk();
        self::assertSame([['path' => 'password.minimum', 'before' => 12, 'after' => 30]], $saved->json('changes'));
        self::assertTrue($this->accepted(), 'a draft counts for nothing');

        $tag = ['If-Match' => (string) $saved->headers->get('ETag')];
        $this->publish($tag, ['reason' => 'Longer'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'rules.not_reviewed');
        $this->knock('POST', '/rules/draft/review', null, $tag, 'console')->assertOk()->assertJsonPath('reviewed_by', 'Maren Thistlewood');
        $this->publish($tag, ['reason' => ' '])->assertStatus(422)->assertJsonPath('reasons.0.code', 'reason.required');
        $this->publish($tag, ['reason' => 'Longer is better'])->assertCreated()->assertJsonPath('number', 1);
        self::assertFalse($this->accepted(), 'in force from the next request on');
        $this->save(static fn (array $rules): array => array_replace_recursive($rules, ['password' => ['minimum' => 31]]))->assertOk();
        $stale = $this->knock('PUT', '/rules/draft', ['document' => Books::demo()], ['If-Match' => '"r1.v0"'], 'console')->assertStatus(412);
        self::assertStringContainsString('from 30 to 31', (string) $stale->json('reasons.0.message'), 'since the revision that was seen');
        $this->knock('DELETE', '/rules/draft', null, ['If-Match' => '*'], 'console')->assertNoContent();
        self::assertSame(0, self::rows('rule_draft_saves'));

        $former = $this->ask('/rules/revisions/0')->assertOk();
        self::assertSame([['path' => 'password.minimum', 'before' => 30, 'after' => 12]], $former->json('changes'));
        $tag = $this->reviewed(static fn (): array => (array) $former->json('document'));
        $this->publish($tag, ['reason' => 'Too long after all'])->assertCreated()->assertJsonPath('number', 2);
        self::assertTrue($this->accepted());
        self::assertSame(['Too long after all', 'Longer is better', 'As it ships'], array_column((array) $this->ask('/rules/revisions')->json('items'), 'reason'));
        self::assertSame([['path' => 'password.minimum', 'before' => 12, 'after' => 30]], $this->ask('/rules/revisions/1?against=2')->json('changes'));
        $this->ask('/rules/revisions/9')->assertNotFound();
    }

    public function test_a_later_change_needs_a_new_review_and_a_stale_one_shows_what_changed(): void
    {
        $this->keeper();
        $tag = $this->reviewed(static fn (array $rules): array => array_replace_recursive($rules, ['password' => ['minimum' => 14]]));
        $this->knock('PUT', '/rules/draft', ['document' => Books::demo()], [], 'console')->assertStatus(428);
        $stale = $this->knock('PUT', '/rules/draft', ['document' => Books::demo()], ['If-Match' => '"r0.v0"'], 'console')->assertStatus(412)->assertJsonPath('code', 'rules.changed_meanwhile');
        self::assertSame(['password.minimum'], array_column((array) $stale->json('reasons'), 'field'));
        self::assertStringContainsString('by Maren Thistlewood, from 12 to 14', (string) $stale->json('reasons.0.message'));
        $this->save(static fn (array $rules): array => array_replace_recursive($rules, ['password' => ['minimum' => 13]]), $tag)->assertOk()->assertJsonPath('reviewed_by', null);
        $this->publish($tag, ['reason' => 'x'])->assertStatus(412);
        $this->publish(['If-Match' => '*'], ['reason' => 'x'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'rules.not_reviewed');
        $this->knock('DELETE', '/rules/draft', null, ['If-Match' => '*'], 'console')->assertNoContent();
        self::assertSame(0, $this->ask('/rules/draft')->json('version'));
        $this->publish(['If-Match' => '*'], ['reason' => 'x'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'rules.no_draft');
        $this->knock('POST', '/rules/draft/review', null, ['If-Match' => '*'], 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'rules.no_draft');
        self::assertSame(['rules.draft_begun', 'rules.draft_reviewed', 'rules.draft_discarded'], DB::table('audit_events')->where('event', 'like', 'rules.%')->orderBy('seq')->pluck('event')->all());
    }

    public function test_a_stale_save_shows_what_changed_since_it_was_read_and_nothing_older(): void
    {
        $this->keeper();
        $first = (string) $this->save(static fn (array $rules): array => array_replace_recursive($rules, ['password' => ['minimum' => 14]]))->headers->get('ETag');
        $this->save(static fn (array $rules): array => array_replace_recursive($rules, ['password' => ['minimum' => 14], 'sessions' => ['idle' => 'PT1H']]), ['If-Match' => $first])->assertOk();
        $stale = $this->knock('PUT', '/rules/draft', ['document' => Books::demo()], ['If-Match' => $first], 'console')->assertStatus(412);
        self::assertSame(['sessions.idle'], array_column((array) $stale->json('reasons'), 'field'));
    }

    public function test_a_mistake_is_named_and_the_draft_stays_as_it_was(): void
    {
        $this->keeper();
        $refused = $this->save(static fn (array $rules): array => array_replace_recursive($rules, ['password' => ['minimum' => 'twelve']]))->assertStatus(422)->assertJsonPath('code', 'rules.invalid');
        self::assertSame(['password.minimum', 'This rule must be a whole number from 1 to 256.'], [$refused->json('reasons.0.field'), $refused->json('reasons.0.message')]);
        $this->save(static fn (array $rules): array => $rules + ['pasword' => []])->assertStatus(422)->assertJsonPath('reasons.0.field', 'pasword');
        self::assertSame(0, self::rows('rule_draft_saves'));
    }

    public function test_where_somebody_else_reviews_the_last_editor_can_not(): void
    {
        config(['rules.review.by_somebody_else' => true]);
        $this->keeper();
        $tag = ['If-Match' => (string) $this->save(static fn (array $rules): array => array_replace_recursive($rules, ['password' => ['minimum' => 14]]))->headers->get('ETag')];
        $this->knock('POST', '/rules/draft/review', null, $tag, 'console')->assertStatus(422)->assertJsonPath('reasons.0.code', 'rules.own_review');
        $this->holder('oriel@alderwend.example', 'Oriel Vance', role: 'keeper');
        $this->signIn('oriel@alderwend.example', 'console');
        $this->knock('POST', '/rules/draft/review', null, $tag, 'console')->assertOk()->assertJsonPath('reviewed_by', 'Oriel Vance');
    }

    public function test_cases_stop_a_publication_unless_overruled_with_a_reason(): void
    {
        $this->keeper();
        $case = ['case' => 'Somebody ordinary', 'app' => 'gaugebook', 'name' => 'Ngozi', 'email' => 'ngozi@post.example', 'password' => self::PASSWORD];
        $id = $this->knock('POST', '/rules/cases', $case, [], 'console')->assertCreated()->assertJsonPath('expected', [])->json('id');
        $this->knock('POST', '/rules/cases', ['case' => ' '] + $case, [], 'console')->assertStatus(422);
        $this->knock('POST', '/rules/cases', ['app' => 'nothing'] + $case, [], 'console')->assertStatus(422);
        self::assertStringNotContainsString(self::PASSWORD, json_encode([DB::table('rule_cases')->get(), DB::table('evidence')->get()], JSON_THROW_ON_ERROR));
        $tag = $this->reviewed(static fn (array $rules): array => array_replace_recursive($rules, ['password' => ['minimum' => 30]]));
        $listed = $this->ask('/rules/cases')->assertOk();
        self::assertSame([false, ['password.too_short'], 22], [$listed->json('items.0.holds'), $listed->json('items.0.got'), $listed->json('items.0.input.password_length')]);
        self::assertStringNotContainsString(self::PASSWORD, (string) $listed->getContent());
        $stopped = $this->publish($tag, ['reason' => 'x'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'rules.cases_fail');
        self::assertStringContainsString('Somebody ordinary', (string) $stopped->json('reasons.0.message'));
        $this->publish($tag, ['reason' => 'x', 'overrule' => ''])->assertStatus(422);
        $this->publish($tag, ['reason' => 'x', 'overrule' => 'The case is out of date'])->assertCreated()->assertJsonPath('overruled', 'The case is out of date');
        $this->knock('DELETE', "/rules/cases/{$id}", null, [], 'console')->assertNoContent();
        $this->knock('DELETE', "/rules/cases/{$id}", null, [], 'console')->assertNotFound();
    }

    public function test_what_would_break_stored_data_can_not_be_published(): void
    {
        $this->define([Books::field('short_text'), Books::field('number', ['key' => 'other'])]);
        $this->keeper();
        $account = $this->holder('tam@post.example');
        $tagged = $this->holder('tam+river@post.example');
        DB::table('field_values')->insert(\Kennel\App\Directory\Fields\FieldValues::rows($account->seq, 'thing', 'held'));
        $tag = $this->reviewed(static function (array $rules): array {
            $rules['fields'] = [Books::field('date')];
            $rules['disclosure'] = Books::disclosing($rules['fields']);
            $rules['addresses']['fold_plus_tags'] = true;
            $rules['signup']['roles'] = ['observer', 'wizard'];
            $rules['apps'][] = array_replace($rules['apps'][0], ['key' => 'nothing']);

            return $rules;
        });
        $stopped = $this->publish($tag, ['reason' => 'x', 'overrule' => 'x'])->assertStatus(422);
        self::assertSame(['rules.unknown_app', 'rules.unknown_role', 'rules.field_type_in_use', 'rules.collision'], self::codes($stopped), 'a field that nobody filled in may go');
        self::assertStringContainsString('tam@post.example = tam+river@post.example', (string) $stopped->json('reasons.3.message'));
        self::assertSame(0, self::rows('rule_revisions'));
        self::assertSame('tam+river@post.example', DB::table('accounts')->where('id', $tagged->id)->value('lookup_key'));
    }

    public function test_a_field_that_somebody_filled_in_does_not_go(): void
    {
        $this->define([Books::field('short_text'), Books::field('number', ['key' => 'other'])]);
        $this->keeper();
        DB::table('field_values')->insert(\Kennel\App\Directory\Fields\FieldValues::rows($this->holder()->seq, 'thing', 'held'));
        $tag = $this->reviewed(static fn (array $rules): array => array_replace($rules, ['fields' => [], 'disclosure' => Books::disclosing([])]));
        $stopped = $this->publish($tag, ['reason' => 'x'])->assertStatus(422);
        self::assertSame([['rules.field_in_use', 'fields.thing', 1]], array_map(static fn (array $reason): array => [$reason['code'], $reason['field'], $reason['parameters']['accounts']], (array) $stopped->json('reasons')));
        DB::table('field_values')->delete();
        $this->publish($tag, ['reason' => 'x'])->assertCreated();
    }

    public function test_lookup_keys_follow_the_rule_and_come_back(): void
    {
        $this->keeper();
        $this->holder('tam+river@post.example');
        $key = static fn (): string => (string) DB::table('accounts')->where('email', 'tam+river@post.example')->value('lookup_key');
        $this->publish($this->reviewed(static fn (array $rules): array => array_replace_recursive($rules, ['addresses' => ['fold_plus_tags' => true]])), ['reason' => 'x'])->assertCreated();
        self::assertSame('tam@post.example', $key());
        $this->signIn('TAM@post.example')->assertCreated();
        $this->publish($this->reviewed(static fn (array $rules): array => array_replace_recursive($rules, ['addresses' => ['fold_plus_tags' => false]])), ['reason' => 'x'])->assertCreated();
        self::assertSame('tam+river@post.example', $key());
    }

    public function test_a_password_of_exactly_the_new_minimum_would_still_be_taken(): void
    {
        $this->keeper();
        $this->knock('POST', '/signups', self::GOOD)->assertStatus(202);
        $refused = function (int $minimum): int {
            $this->save(static fn (array $rules): array => array_replace_recursive($rules, ['password' => ['minimum' => $minimum]]))->assertOk();
            $this->knock('POST', '/rules/impact', null, [], 'console')->assertStatus(202);
            $this->work();

            return DB::table('impact_findings')->where('kind', 'past_refused')->count();
        };
        self::assertSame([0, 1], [$refused(mb_strlen(self::PASSWORD)), $refused(mb_strlen(self::PASSWORD) + 1)]);
    }

    public function test_impact_names_whom_a_rule_for_addresses_would_make_one(): void
    {
        $this->keeper();
        $this->holder('tam@post.example', 'Tam Pellow');
        $second = $this->holder('tam+river@post.example', 'Tam Pellow');
        $this->save(static fn (array $rules): array => array_replace_recursive($rules, ['addresses' => ['fold_plus_tags' => true]]))->assertOk();
        $this->knock('POST', '/rules/impact', null, [], 'console')->assertStatus(202);
        $this->work();
        $found = DB::table('impact_findings')->where('kind', 'collision')->get();
        self::assertSame([[$second->id, 'rules.collision_of', ['tam@post.example', 'tam+river@post.example']]], $found->map(static fn ($one): array => [$one->account_id, $one->code, json_decode((string) $one->parameters)->named])->all());
        $this->publish($this->reviewed(static fn (array $rules): array => array_replace_recursive($rules, ['addresses' => ['fold_plus_tags' => true]])), ['reason' => 'x'])->assertStatus(422);
    }

    public function test_impact_is_measured_listed_and_can_be_cancelled(): void
    {
        $this->keeper();
        $this->holder('tam@post.example', 'Tam Pellow');
        $this->knock('POST', '/signups', self::GOOD)->assertStatus(202);
        $this->save(static function (array $rules): array {
            $rules['apps'][0]['admission'] = 'domains';
            $rules['apps'][0]['domains'] = ['alderwend.example'];
            $rules['signup']['terms'] = ['version' => '2027-01-01', 'text' => 'New.'];
            $rules['password']['minimum'] = 30;

            return $rules;
        })->assertOk();
        self::assertNull($this->ask('/rules/impact')->json('run'));
        $id = (string) $this->knock('POST', '/rules/impact', null, [], 'console')->assertStatus(202)->json('run.id');
        self::assertSame('queued', $this->ask('/rules/impact')->json('run.state'));
        $this->work();
        $run = $this->ask('/rules/impact')->assertOk();
        self::assertSame(['done', 3, 3], [$run->json('run.state'), $run->json('run.done'), $run->json('run.total')]);
        $counts = array_column((array) $run->json('run.counts'), 'count', 'message');
        self::assertSame([
            '1 sign-up of the last 30 days would have been refused: domain not listed.' => 1,
            '1 sign-up of the last 30 days would have been refused: password too short.' => 1,
            '3 accounts would get a duty: the terms.' => 3,
            'For 3 accounts the new rule applies when they next change their password. Nothing is due now; sign-in is unaffected.' => 3,
            '2 existing accounts could not sign up today: domain not listed.' => 2,
        ], $counts);
        $listed = $this->ask("/rules/impact/{$id}/findings?kind=refused&code=email.domain_not_listed")->assertOk();
        self::assertSame($this->app->make(\Kennel\App\Foundation\Words::class)->say(new \Kennel\Core\Foundation\Reasons\Reason('short.email.domain_not_listed', 'email', (array) $listed->json('items.0.parameters'))), $listed->json('items.0.message'), 'in short: the list of domains is on the same screen');
        self::assertEqualsCanonicalizing(['Tam Pellow', 'Ngozi'], array_column(array_column((array) $listed->json('items'), 'account'), 'name'));
        foreach ((array) $run->json('run.counts') as $count) {
            self::assertCount($count['count'], (array) $this->ask("/rules/impact/{$id}/findings?kind={$count['kind']}&code={$count['code']}")->assertOk()->json('items'), 'whatever is counted can be listed');
        }
        $this->knock('DELETE', "/rules/impact/{$id}", null, [], 'console')->assertNoContent();
        $this->ask('/rules/impact')->assertJsonPath('run.state', 'done');

        $second = (string) $this->knock('POST', '/rules/impact', null, [], 'console')->json('run.id');
        $this->knock('DELETE', "/rules/impact/{$second}", null, [], 'console')->assertNoContent();
        $this->work();
        $this->ask('/rules/impact')->assertJsonPath('run.state', 'cancelled')->assertJsonPath('run.done', 0);
        self::assertSame(0, self::rows('impact_findings'));
    }

    public function test_an_impact_is_measured_in_steps_that_go_on_and_stop_when_told(): void
    {
        $this->keeper();
        $this->holder();
        $document = array_replace_recursive((array) config('rules'), ['signup' => ['terms' => ['version' => '2027-01-01', 'text' => 'New.']]]);
        $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => '"r0.v0"'], 'console')->assertOk();
        $runs = $this->app->make(ImpactRuns::class);
        $id = $runs->begin();
        config(['queue.connections.long.retry_after' => 0]);
        self::assertFalse($runs->work($id, Step::begin()), 'its time is over after the first chunk');
        self::assertSame([0, 0], [(int) DB::table('impact_runs')->value('done'), (int) DB::table('impact_runs')->value('cursor')]);
        self::assertFalse($runs->work($id, Step::begin()));
        self::assertSame([2, 2], [(int) DB::table('impact_runs')->value('done'), (int) DB::table('impact_runs')->value('cursor')], 'it goes on where it was');
        $runs->cancel($id);
        self::assertTrue($runs->work($id, Step::begin()));
        self::assertSame([2, 'cancelled'], [self::rows('impact_findings'), DB::table('impact_runs')->value('state')]);
        $again = $runs->begin();
        (new ContinueRun(ImpactRuns::class, $again))->handle();
        self::assertSame([1, 'running'], [DB::table('jobs')->where('payload', 'like', "%{$again}%")->count() - 1, DB::table('impact_runs')->where('id', $again)->value('state')], 'what is left is another job\'s');
        DB::table('rule_draft_saves')->delete();
        self::assertTrue($runs->work($again, Step::endless()));
        self::assertSame('cancelled', DB::table('impact_runs')->where('id', $again)->value('state'), 'of a draft that is gone nothing can be said');
    }

    public function test_the_account_page_can_be_tried_under_the_draft_by_operators_alone(): void
    {
        $draft = ['Kennel-Rules' => 'draft'];
        $this->knock('POST', '/signups/verdict', self::GOOD, $draft)->assertStatus(401);
        $this->knock('POST', '/signups/rehearsal', self::GOOD)->assertStatus(401);
        $this->holder();
        $this->signIn('tam@post.example', 'console');
        $this->knock('POST', '/signups/verdict', self::GOOD, $draft)->assertStatus(403)->assertJsonPath('code', 'permission.missing');
        $this->knock('POST', '/signups/rehearsal', self::GOOD)->assertStatus(403);
        $this->forgetCookies();

        $this->keeper();
        $this->save(static fn (array $rules): array => array_replace_recursive($rules, ['password' => ['minimum' => 30]]));
        self::assertTrue($this->knock('POST', '/signups/verdict', self::GOOD)->json('accepted'));
        self::assertFalse($this->knock('POST', '/signups/verdict', self::GOOD, $draft)->assertOk()->json('accepted'));
        self::assertSame(30, $this->knock('GET', '/apps/gaugebook', null, $draft)->json('signup.password.minimum'));
        self::assertSame(12, $this->knock('GET', '/apps/gaugebook')->json('signup.password.minimum'));
        $this->knock('POST', '/signups/verdict', self::GOOD, ['Kennel-Rules' => 'other'])->assertStatus(400);
        $before = array_map(self::rows(...), ['accounts', 'messages', 'jobs', 'audit_events', 'signup_verdicts', 'signup_tallies']);
        // What is pretended is no revision, whatever was published since.
        $document = (array) config('rules');
        $this->app->make(Revisions::class)->publish(array_replace_recursive($document, ['password' => ['minimum' => 13]]), 0, 'x', Actor::kennel());
        $before = array_map(self::rows(...), ['accounts', 'messages', 'jobs', 'audit_events', 'signup_verdicts', 'signup_tallies']);
        $rehearsed = $this->knock('POST', '/signups/rehearsal', ['password' => str_repeat('slow green otters ', 2)] + self::GOOD, $draft)->assertOk();
        self::assertSame([true, 'look_for_message'], [$rehearsed->json('accepted'), $rehearsed->json('state')]);
        self::assertSame(['record', 'audit', 'message'], array_column((array) $rehearsed->json('evidence'), 'lane'));
        self::assertSame($before, array_map(self::rows(...), ['accounts', 'messages', 'jobs', 'audit_events', 'signup_verdicts', 'signup_tallies']));
    }

    public function test_a_rehearsal_hashes_before_it_takes_the_lock(): void
    {
        $this->keeper();
        $levels = new \ArrayObject;
        $this->app->instance(\Kennel\Core\Foundation\Secrets\Entropy::class, new class($levels) implements \Kennel\Core\Foundation\Secrets\Entropy
        {
            /** @param  \ArrayObject<int, int>  $levels */
            public function __construct(private readonly \ArrayObject $levels)
            {
            }

            public function bytes(int $length): string
            {
                // A salt is sixteen bytes; a token is more.
                if ($length === 16) {
                    $this->levels->append(DB::transactionLevel());
                }

                return random_bytes($length);
            }
        });
        $this->knock('POST', '/signups/rehearsal', ['app' => 'gaugebook', 'name' => 'Tam', 'email' => 'tam@post.example', 'password' => self::PASSWORD])->assertOk()->assertJsonPath('accepted', true);
        self::assertSame([0], $levels->getArrayCopy());
    }

    public function test_an_apps_logo_is_sent_and_named_by_the_rules(): void
    {
        $this->keeper();
        $image = imagecreatetruecolor(20, 20);
        ob_start();
        imagepng($image);
        $id = (string) $this->knock('POST', '/rules/logos', (string) ob_get_clean(), ['Content-Type' => 'image/png'], 'console')->assertCreated()->json('id');
        $name = static fn (string $logo): \Closure => static function (array $rules) use ($logo): array {
            $rules['apps'][0]['look']['logo'] = $logo;

            return $rules;
        };
        $this->publish($this->reviewed($name('00000000-0000-7000-8000-000000000000')), ['reason' => 'x'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'rules.unknown_logo');
        $this->publish($this->reviewed($name($id)), ['reason' => 'x'])->assertCreated();
        $logo = (string) $this->knock('GET', '/apps/gaugebook')->json('look.logo');
        $this->get($logo)->assertOk();
        $this->knock('POST', '/rules/logos', 'x', ['Content-Type' => 'image/png'], 'console')->assertStatus(422)->assertJsonPath('code', 'picture.refused');
        array_map(unlink(...), glob(storage_path("app/pictures/{$id}-*")) ?: []);
    }

    /**
     * @param  \Closure(array<string, mixed>): array<string, mixed>  $change
     * @param  array<string, string>|null  $tag
     */
    private function save(\Closure $change, ?array $tag = null): TestResponse
    {
        $draft = $this->ask('/rules/draft');
        /** @var array<string, mixed> $document */
        $document = $draft->json('document');

        return $this->knock('PUT', '/rules/draft', ['document' => $change($document)], $tag ?? ['If-Match' => (string) $draft->headers->get('ETag')], 'console');
    }

    /**
     * @param  \Closure(array<string, mixed>): array<string, mixed>  $change
     * @return array<string, string>
     */
    private function reviewed(\Closure $change): array
    {
        $tag = ['If-Match' => (string) $this->save($change)->assertOk()->headers->get('ETag')];
        $this->knock('POST', '/rules/draft/review', null, $tag, 'console')->assertOk();

        return $tag;
    }

    /**
     * @param  array<string, string>  $tag
     * @param  array<string, string>  $body
     */
    private function publish(array $tag, array $body): TestResponse
    {
        return $this->knock('POST', '/rules/draft/publish', $body, $tag, 'console');
    }

    private function accepted(): bool
    {
        return $this->knock('POST', '/signups/verdict', self::GOOD)->json('accepted') === true;
    }
}
