<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Policy\Rules;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Memory\NoMemory;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Policy\Rules\Revisions;
use Kennel\Core\Policy\Rules\Upgrades\UpgradeBook;
use Kennel\Tests\Feature\DoorTestCase;

/** One source of truth: the newest published revision. */
final class NewestRevisionTest extends DoorTestCase
{
    private string $copies;

    protected function setUp(): void
    {
        parent::setUp();
        $this->copies = sys_get_temp_dir().'/kennel-copies-'.bin2hex(random_bytes(6));
        $this->app->scoped(RulesInForce::class, fn ($app): RulesInForce => new RulesInForce($app->make(\Illuminate\Database\Connection::class), $this->copies, new NoMemory, static fn (array $document): array => UpgradeBook::ofToday()($document)));
        $this->keeper();
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->copies));
        parent::tearDown();
    }

    public function test_what_ships_is_revision_0_and_the_same_again_is_no_revision(): void
    {
        $rules = $this->app->make(RulesInForce::class);
        self::assertSame(0, $rules->revision());
        $document = $rules->document();
        $publish = fn (array $document, int $base): array => $this->app->make(Revisions::class)->publish($document, $base, 'the same', Actor::kennel());
        self::assertSame(['changes' => [], 'blockers' => []], $publish($document, 0));
        self::assertSame([0, 0], [self::rows('rule_revisions'), DB::table('audit_events')->where('event', 'like', 'rules.%')->count()]);
        $document['password']['minimum'] = 14;
        self::assertSame(['password.minimum'], array_keys($publish($document, 0)['changes']));
        self::assertSame(['changes' => [], 'blockers' => []], $publish($document, 1));
        self::assertSame(1, self::rows('rule_revisions'));
    }

    public function test_the_file_is_a_copy_that_is_made_anew_whenever_it_differs(): void
    {
        $this->publish(14);
        self::assertSame(14, $this->minimum());
        $file = $this->copy();
        self::assertSame(basename($file, '.json'), hash_file('sha256', $file));
        file_put_contents($file, str_replace('"minimum":14', '"minimum":1', (string) file_get_contents($file)));
        self::assertSame(14, $this->minimum(), 'altered');
        self::assertSame(basename($file, '.json'), hash_file('sha256', $file), 'and mended');
        unlink($file);
        self::assertSame(14, $this->minimum(), 'gone');
        self::assertFileExists($file);
        $this->publish(15);
        self::assertSame([15, 1], [$this->minimum(), count(glob("{$this->copies}/*") ?: [])], 'older copies go');
    }

    public function test_a_revision_that_is_not_what_was_published_is_named(): void
    {
        $this->publish(14);
        DB::table('rule_revisions')->update(['document' => DB::raw("replace(document, '\"minimum\":14', '\"minimum\":2')")]);
        exec('rm -rf '.escapeshellarg($this->copies));
        $this->knock('GET', '/health')->assertStatus(503)->assertExactJson(['status' => 'down']);
        self::assertStringContainsString('revision 1: is not what was published; its digest differs', $this->whatIsWrong());
    }

    public function test_a_draft_upon_an_older_revision_is_not_published_over_the_newer(): void
    {
        $this->save('"r0.v0"', ['sessions' => ['idle' => 'PT1H']])->assertOk();
        $this->apply(15);
        $draft = $this->ask('/rules/draft')->assertOk();
        self::assertSame([0, 1, 'password.minimum'], [$draft->json('base_revision'), $draft->json('newest_revision'), $draft->json('published_since.0.path')]);
        foreach (['POST /rules/draft/review' => null, 'POST /rules/draft/publish' => ['reason' => 'x'], 'PUT /rules/draft' => ['document' => config('rules')]] as $door => $body) {
            [$method, $path] = explode(' ', $door);
            $refused = $this->knock($method, $path, $body, ['If-Match' => '"r0.v1"'], 'console')->assertStatus(412)->assertJsonPath('code', 'rules.outdated');
            self::assertStringContainsString('from 12 to 15', (string) $refused->json('reasons.0.message'));
        }
        self::assertSame(15, $this->minimum());

        $rebased = $this->knock('POST', '/rules/draft/rebase', null, ['If-Match' => '"r0.v1"'], 'console')->assertOk();
        self::assertSame([1, [], 15, 'PT1H'], [$rebased->json('base_revision'), $rebased->json('conflicts'), $rebased->json('document.password.minimum'), $rebased->json('document.sessions.idle')]);
        $this->knock('POST', '/rules/draft/review', null, ['If-Match' => '"r1.v2"'], 'console')->assertOk();
        $this->knock('POST', '/rules/draft/publish', ['reason' => 'both'], ['If-Match' => '"r1.v2"'], 'console')->assertCreated();
        self::assertSame(15, $this->minimum());
    }

    public function test_what_both_changed_is_named_and_an_outdated_draft_can_be_thrown_away(): void
    {
        $this->save('"r0.v0"', ['password' => ['minimum' => 20]])->assertOk();
        $this->apply(15);
        $rebased = $this->knock('POST', '/rules/draft/rebase', null, ['If-Match' => '"r0.v1"'], 'console')->assertOk();
        self::assertSame([['password.minimum'], 20], [$rebased->json('conflicts'), $rebased->json('document.password.minimum')]);
        self::assertSame(['rules.is_newest'], self::codes($this->knock('POST', '/rules/draft/rebase', null, ['If-Match' => '"r1.v2"'], 'console')->assertStatus(422)));
        $this->apply(16, 1);
        $this->knock('DELETE', '/rules/draft', null, ['If-Match' => '"r1.v2"'], 'console')->assertNoContent();
    }

    public function test_what_the_two_are_not_together_is_named_and_the_draft_stays(): void
    {
        $this->save('"r0.v0"', ['password' => ['minimum' => 100]])->assertOk();
        self::assertSame(0, $this->rules(12, ['--base' => '0'], ['password' => ['maximum' => 90]])[0]);
        $refused = $this->knock('POST', '/rules/draft/rebase', null, ['If-Match' => '"r0.v1"'], 'console')->assertStatus(422)->assertJsonPath('code', 'rules.invalid');
        self::assertStringStartsWith('password.', (string) $refused->json('reasons.0.field'));
        self::assertSame([0, 100], [$this->ask('/rules/draft')->json('base_revision'), $this->ask('/rules/draft')->json('document.password.minimum')]);
    }

    public function test_applying_a_file_names_the_revision_it_was_made_upon(): void
    {
        $this->apply(15);
        [$status, $output] = $this->rules(16, ['--base' => '0']);
        self::assertSame(2, $status);
        self::assertStringContainsString('This builds on revision 0; meanwhile system published revision 1.', $output);
        self::assertSame(15, $this->minimum());
        self::assertSame(0, $this->rules(16, ['--base' => '1'])[0]);
    }

    public function test_a_rule_that_is_missing_is_named_by_the_check_at_the_start_and_in_the_command_and_is_no_riddle_at_a_door(): void
    {
        $this->publish(14);
        $document = (array) json_decode((string) DB::table('rule_revisions')->value('document'), true);
        unset($document['sessions']['proof_for'], $document['throttles']);
        $text = RulesInForce::write($document);
        DB::table('rule_revisions')->update(['document' => $text, 'digest' => hash('sha256', $text)]);

        $this->knock('GET', '/health')->assertStatus(503)->assertExactJson(['status' => 'down']);
        self::assertStringContainsString('sessions.proof_for: is missing', $this->whatIsWrong());
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => 'x'])->assertStatus(503)->assertJsonPath('code', 'rules.not_whole');
        [$status, $output] = $this->ruleCommand('check');
        self::assertSame(2, $status);
        self::assertStringContainsString('Revision 1 is not whole. sessions.proof_for: is missing.', $output);
        self::assertSame(0, $this->ruleCommand('export')[0], 'so that it can be mended');
        self::assertSame(0, $this->ruleCommand('schema')[0]);

        [$status, $output] = $this->rules(15, ['--base' => '1']);
        self::assertSame(0, $status, $output);
        self::assertStringContainsString('What is in force is not whole (sessions.proof_for: is missing)', $output);
        $this->knock('GET', '/health')->assertOk()->assertExactJson(['status' => 'up']);
    }

    public function test_hashing_rules_that_this_machine_can_not_follow_are_not_published(): void
    {
        $this->save('"r0.v0"', ['hashing' => ['memory' => 2_097_152]])->assertStatus(422)->assertJsonPath('reasons.0.field', 'hashing.memory');
        $this->save('"r0.v0"', ['hashing' => ['memory' => 1_048_576, 'passes' => 5]])->assertStatus(422)->assertJsonPath('reasons.0.field', 'hashing.passes');
        $tried = $this->app->make(\Kennel\App\Policy\Rules\TryHashing::class);
        self::assertSame([], $tried->reasonsAgainst(\Kennel\Core\Credentials\Passwords\HashingRules::argon2id(new \Kennel\Core\Credentials\Passwords\Argon2idParameters(8192, 1, 1))));
        $broken = $tried->reasonsAgainst(\Kennel\Core\Credentials\Passwords\HashingRules::argon2id(new \Kennel\Core\Credentials\Passwords\Argon2idParameters(PHP_INT_MAX >> 20, 1, 1)));
        self::assertSame(['rules.hashing_fails', 'hashing'], [$broken[0]->code, $broken[0]->field]);
    }

    public function test_two_apps_that_contradict_each_other_about_discretion_are_pointed_out(): void
    {
        $warnings = $this->ask('/rules/draft')->json('warnings');
        self::assertSame(['rules.discretion_domains', 'apps.kitloft.registered'], [$warnings[0]['code'], $warnings[0]['field']]);
        self::assertStringContainsString('Gaugebook, Floodline', $warnings[0]['message']);
        $document = (array) config('rules');
        $document['apps'][2]['admission'] = 'anyone';
        $document['apps'][2]['domains'] = [];
        self::assertSame(['rules.discretion'], array_column((array) $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => '"r0.v0"'], 'console')->json('warnings'), 'code'));
        $document['apps'][2]['admission'] = 'nobody';
        self::assertSame([], $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => '"r0.v1"'], 'console')->json('warnings'), 'where nobody signs up nobody is told');
    }

    public function test_a_large_rule_book_is_taken_and_an_endless_number_is_no_revision(): void
    {
        $document = (array) config('rules');
        $document['signup']['refused_domains'] = array_map(static fn (int $n): string => "domain-number-{$n}.refused.example", range(1, 3_000));
        $this->knock('PUT', '/rules/draft', ['document' => $document], ['If-Match' => '"r0.v0"'], 'console')->assertOk();
        $this->ask('/rules/revisions/99999999999999999999')->assertStatus(404);
    }

    public function test_a_door_that_does_not_try_says_so_and_a_draft_is_cached_nowhere(): void
    {
        $body = ['app' => 'gaugebook', 'name' => 'Tam', 'email' => 'tam@post.example', 'password' => self::PASSWORD];
        $this->knock('POST', '/signups', $body, ['Kennel-Rules' => 'draft'])->assertStatus(400)->assertJsonPath('code', 'rules.no_draft_here');
        self::assertSame(1, self::rows('accounts'), 'only the keeper');
        $this->knock('GET', '/apps/gaugebook', null, ['Kennel-Rules' => 'other'])->assertStatus(400);
        $schema = $this->knock('GET', '/apps/gaugebook/signup-schema');
        self::assertSame('kennel-rules', $schema->headers->get('Vary'));
        $tried = $this->knock('GET', '/apps/gaugebook/signup-schema', null, ['Kennel-Rules' => 'draft']);
        self::assertStringContainsString('no-store', (string) $tried->headers->get('Cache-Control'));
    }

    /** @param  array<string, mixed>  $change */
    private function save(string $tag, array $change): TestResponse
    {
        return $this->knock('PUT', '/rules/draft', ['document' => array_replace_recursive((array) config('rules'), $change)], ['If-Match' => $tag], 'console');
    }

    private function publish(int $minimum): void
    {
        self::assertSame(0, $this->rules($minimum, ['--base' => (string) (int) DB::table('rule_revisions')->max('number')])[0]);
    }

    private function apply(int $minimum, int $base = 0): void
    {
        self::assertSame(0, $this->rules($minimum, ['--base' => (string) $base])[0]);
    }

    /**
     * @param  array<string, string>  $options
     * @param  array<string, mixed>  $change
     * @return array{int, string}
     */
    private function rules(int $minimum, array $options, array $change = []): array
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'rules');
        file_put_contents($file, json_encode(array_replace_recursive((array) config('rules'), ['password' => ['minimum' => $minimum]], $change), JSON_THROW_ON_ERROR));
        $result = $this->ruleCommand('apply', ['file' => $file, '--reason' => 'x', ...$options]);
        unlink($file);

        return $result;
    }

    /**
     * @param  array<string, string>  $options
     * @return array{int, string}
     */
    private function ruleCommand(string $act, array $options = []): array
    {
        $this->app->forgetScopedInstances();
        $kernel = $this->app->make(\Illuminate\Contracts\Console\Kernel::class);
        $status = $kernel->call('kennel:rules', ['act' => $act, ...$options]);

        return [$status, $kernel->output()];
    }

    private function whatIsWrong(): string
    {
        $this->app->forgetScopedInstances();
        $kernel = $this->app->make(\Illuminate\Contracts\Console\Kernel::class);
        self::assertSame(1, $kernel->call('kennel:check'));

        return $kernel->output();
    }

    private function minimum(): int
    {
        return (int) $this->knock('GET', '/apps/gaugebook')->json('signup.password.minimum');
    }

    private function copy(): string
    {
        $files = glob("{$this->copies}/*.json") ?: [];
        self::assertCount(1, $files);

        return $files[0];
    }
}
