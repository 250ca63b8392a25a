<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Policy\Rules;

use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;
use Kennel\App\Foundation\Memory\NoMemory;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\Core\Policy\Rules\Upgrades\UpgradeBook;
use Kennel\Tests\Feature\DoorTestCase;
use Kennel\Tests\Feature\Trail;

final class RulesTest extends DoorTestCase
{
    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir().'/kennel-rules-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
        $this->app->scoped(RulesInForce::class, fn ($app): RulesInForce => new RulesInForce($app->make(\Illuminate\Database\Connection::class), "{$this->folder}/copies", new NoMemory, static fn (array $document): array => UpgradeBook::ofToday()($document)));
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->folder));
        parent::tearDown();
    }

    public function test_what_is_exported_can_be_applied_and_changes_nothing(): void
    {
        $file = $this->write($this->exported());
        self::assertSame([0, "Nothing differs.\n"], $this->rules('diff', $file));
        self::assertSame([0, "Nothing differs.\n"], $this->rules('apply', $file, ['--reason' => 'the same again']));
        self::assertSame(0, self::rows('audit_events'));
    }

    public function test_an_applied_rule_counts_from_the_next_request_on_and_is_in_the_trail(): void
    {
        $document = $this->exported();
        $document['password']['minimum'] = 30;
        $document['signup']['refused_domains'] = ['post.example'];
        $file = $this->write($document);
        self::assertTrue($this->verdict());

        self::assertSame([0, "Impact: on no account and no sign-up of the last thirty days.\napps.kitloft.registered: Kitloft tells any visitor whether an address of alderwend.example, millreach.example is registered. Accounts are shared by all apps, so it gives away such accounts of Gaugebook, Floodline, Stagewire, gauge-cli too, which keep quiet.\nsignup.refused_domains: [\"spillway.test\"] → [\"post.example\"]\npassword.minimum: 12 → 30\n2 would change.\n"], $this->rules('apply', $file, ['--reason' => 'x', '--dry-run' => true]));
        self::assertTrue($this->verdict(), 'a dry run changes nothing');

        self::assertSame(0, $this->rules('apply', $file, ['--reason' => 'Longer is better', '--base' => '0'])[0]);
        self::assertFalse($this->verdict());
        $event = Trail::sole('rules.published');
        self::assertSame(['Longer is better', 'system'], [$event['reason'], $event['actor_name']]);
        self::assertStringContainsString('password.minimum 12","after"', $event['changes']);
        self::assertStringContainsString('password.minimum 30', $event['changes']);
        self::assertSame([0, "Nothing differs.\n"], $this->rules('apply', $file, ['--reason' => 'again']), 'applying is idempotent');
        self::assertSame($document, $this->exported());
        self::assertSame([1, 'Longer is better'], [(int) DB::table('rule_revisions')->value('number'), DB::table('rule_revisions')->value('why')]);
    }

    public function test_a_mistake_is_named_by_its_path_and_nothing_is_applied(): void
    {
        $document = $this->exported();
        $document['password']['minimun'] = 8;
        foreach (['diff', 'apply'] as $act) {
            self::assertSame([2, "password.minimun: is not a rule\n"], $this->rules($act, $this->write($document), ['--reason' => 'x']));
        }
        self::assertSame([2, "The file is not a JSON object: Syntax error\n"], $this->rules('apply', $this->write('{"signup":'), ['--reason' => 'x']));
        self::assertSame([2, "The file cannot be read.\n"], $this->rules('diff', "{$this->folder}/nowhere.json"));
        self::assertSame([2, "--reason: say why; it goes into the audit trail.\n"], $this->rules('apply', $this->write($this->exported())));
        self::assertSame(2, $this->rules('destroy')[0]);
        self::assertSame([2, "--base: name the revision the file was made upon; the newest is 0. Compare first with diff.\n"], $this->rules('apply', $this->write(array_replace_recursive($this->exported(), ['password' => ['minimum' => 20]])), ['--reason' => 'x']));
        self::assertSame(0, self::rows('rule_revisions'));
    }

    public function test_operators_read_the_document_with_its_schema(): void
    {
        $this->keeper();
        $rules = $this->ask('/rules')->assertOk();
        self::assertSame(12, $rules->json('document.password.minimum'));
        self::assertSame(['type' => 'integer', 'minimum' => 1, 'maximum' => 256, 'description' => 'Minimum length in code points'], $rules->json('schema.properties.password.properties.minimum'));
    }

    private function verdict(): bool
    {
        return $this->knock('POST', '/signups/verdict', ['app' => 'gaugebook', 'name' => 'Tam', 'email' => 'tam@post.example', 'password' => self::PASSWORD])->json('accepted') === true;
    }

    /** @return array<string, mixed> */
    private function exported(): array
    {
        [$status, $json] = $this->rules('export');
        self::assertSame(0, $status);

        return (array) json_decode($json, true, flags: JSON_THROW_ON_ERROR);
    }

    /** @param  array<string, mixed>|string  $document */
    private function write(array|string $document): string
    {
        $file = "{$this->folder}/draft.json";
        file_put_contents($file, is_string($document) ? $document : json_encode($document, JSON_THROW_ON_ERROR));

        return $file;
    }

    /**
     * @param  array<string, mixed>  $options
     * @return array{int, string}
     */
    private function rules(string $act, ?string $file = null, array $options = []): array
    {
        $kernel = $this->app->make(Kernel::class);
        $status = $kernel->call('kennel:rules', ['act' => $act, 'file' => $file, ...$options]);

        return [$status, $kernel->output()];
    }
}
