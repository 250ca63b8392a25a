<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature;

use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Illuminate\Testing\TestResponse;
use Illuminate\Translation\Translator;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Container\KennelApplication;
use Kennel\App\Foundation\Container\Wiring;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Outgoing\Resolver;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\App\Messaging\Mail\Message;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Demo\Organisation;
use Kennel\Tests\Support\Books;
use Kennel\Tests\Support\FixedResolver;
use Kennel\Tests\Support\OpenApi;
use Psr\Clock\ClockInterface;

/** Knocks at the doors of an empty Kennel with five apps and seven roles. Every answer is held against the OpenAPI document. */
abstract class DoorTestCase extends TestCase
{
    protected const PASSWORD = 'slow green otters swim';

    protected MovableClock $clock;

    /** @var array<string, string> by cookie name */
    protected array $cookies = [];

    /** @var array<string, array<string, string>> the other browsers' cookies, by whose it is */
    private array $jars = [];

    private string $browser = 'the first';

    /** @var array<class-string, list<class-string>>|null as it is in production */
    private static ?array $wiring = null;

    /** @var array<string, string> of PASSWORD, by the rules it was hashed by */
    private static array $hashes = [];

    /** The data directory of this test alone. */
    protected string $data;

    public function createApplication(): Application
    {
        $this->data ??= sys_get_temp_dir().'/kennel-doors-'.bin2hex(random_bytes(6));
        foreach (['app', 'framework/cache/data', 'framework/views', 'logs'] as $folder) {
            is_dir("{$this->data}/{$folder}") || mkdir("{$this->data}/{$folder}", 0o700, true);
        }
        /** @var KennelApplication $app */
        $app = require __DIR__.'/../../bootstrap/app.php';
        $app->useStoragePath($this->data);
        $app->make(Kernel::class)->bootstrap();
        $app->wire(self::$wiring ??= Wiring::read($app->basePath(), array_map(strval(...), array_keys($app->contextual))));
        config([
            'database.connections.sqlite.database' => "{$this->data}/kennel.sqlite",
            // A persistent connection would stay open after the file is gone. Nothing here has to outlive a power cut.
            'database.connections.sqlite.options' => [],
            'database.connections.sqlite.journal_mode' => 'MEMORY',
            'database.connections.sqlite.synchronous' => 'OFF',
            'app.url' => 'http://localhost',
            'rules' => require __DIR__.'/../../database/demo/rules.php',
        ]);
        $throttles = (array) config('rules.throttles');
        config([
            // Neither limits nor brakes, the shortest of OWASP's, and no terms, fields or forms to send but where a test is about them.
            'rules.throttles' => array_map(static fn (array|int $one): array|int => is_int($one) ? 0 : array_replace($one, isset($one['free']) ? ['free' => 0] : ['times' => 0]), $throttles),
            'rules.signup.terms' => ['version' => '', 'text' => ''],
            'rules.signup.bots' => ['trap' => true, 'minimum_time' => 'PT0S', 'work_bits' => 0, 'attempts' => 0, 'attempts_within' => 'PT1H', 'form_lifetime' => 'PT4H'],
            'rules.fields' => [],
            'rules.disclosure' => Books::disclosing([]),
            'rules.messages' => (require base_path('config/rules.php'))['messages'],
            'rules.hashing' => ['scheme' => 'argon2id', 'memory' => 7168, 'passes' => 1, 'lanes' => 1, 'cost' => 10, 'pepper' => ''],
        ]);

        return $app;
    }

    /**
     * Puts fields into force, and hands them to operators and holders.
     *
     * @param  list<array<string, mixed>>  $fields
     */
    protected function define(array $fields): void
    {
        config(['rules.fields' => $fields, 'rules.disclosure' => Books::disclosing($fields)]);
    }

    protected function setUp(): void
    {
        parent::setUp();
        $this->clock = new MovableClock(new \DateTimeImmutable('2026-05-01T12:00:00Z'));
        $this->app->instance(ClockInterface::class, $this->clock);
        $this->app->instance(Resolver::class, new FixedResolver);
        $this->app->make(Translator::class)->handleMissingKeysUsing(static fn (string $key) => throw new \LogicException("There is no text {$key}."));
        $this->beforeApplicationDestroyed(fn () => exec('rm -rf '.escapeshellarg($this->data)));
        EmptyDatabase::copyTo("{$this->data}/kennel.sqlite", function (): void {
            $this->command('migrate', ['--force' => true]);
            (new Organisation)->write();
        });
    }

    /**
     * @param  array<string, mixed>|string  $body  text is sent as it is
     * @param  array<string, string>  $headers  but for cookies, which the framework's tests take apart from them
     * @param  array<string, string>|null  $cookies  instead of those this browser was given
     */
    protected function knock(string $method, string $path, array|string|null $body = null, array $headers = [], string $surface = 'pages', ?array $cookies = null): TestResponse
    {
        self::assertArrayNotHasKey('Cookie', $headers, 'it would not reach the door: hand in cookies');
        // Each request of a real server begins afresh.
        $this->app->forgetScopedInstances();
        foreach (Route::getRoutes()->getRoutes() as $route) {
            $route->flushController();
        }
        $server = ['HTTP_KENNEL_SURFACE' => $surface, 'REMOTE_ADDR' => '198.51.100.7', 'HTTP_USER_AGENT' => 'Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0'];
        foreach (($body === null ? [] : ['Content-Type' => 'application/json']) + $headers as $name => $value) {
            $server[($name === 'Content-Type' ? '' : 'HTTP_').strtoupper(str_replace('-', '_', $name))] = $value;
        }
        $content = is_array($body) ? json_encode((object) $body, JSON_THROW_ON_ERROR) : $body;
        $response = $this->call($method, "/api/v1{$path}", [], $cookies ?? $this->cookies, [], array_replace($server, $headers['Content-Type'] ?? null ? ['CONTENT_TYPE' => $headers['Content-Type']] : []), $content);
        foreach ($response->headers->getCookies() as $cookie) {
            $this->cookies[$cookie->getName()] = (string) $cookie->getValue();
        }
        $isJson = str_starts_with($headers['Content-Type'] ?? 'application/json', 'application/json');
        $asked = $response->isSuccessful() && $isJson && $method !== 'GET' ? OpenApi::read()->complaintOfRequest($method, (string) parse_url($path, PHP_URL_PATH), (string) $content) : null;
        self::assertNull($asked, "what was accepted is not what is described: {$asked}");
        $complaint = OpenApi::read()->complaint($method, (string) parse_url($path, PHP_URL_PATH), $response->getStatusCode(), (string) $response->headers->get('Content-Type'), (string) $response->getContent());
        self::assertNull($complaint, $complaint.(is_file("{$this->data}/logs/kennel.log") ? "\n".file_get_contents("{$this->data}/logs/kennel.log") : ''));

        return $response;
    }

    /** @param  array<string, mixed>  $options */
    protected function command(string $name, array $options = []): string
    {
        $kernel = $this->app->make(Kernel::class);
        $status = $kernel->call($name, $options);
        $output = $kernel->output();
        self::assertSame(0, $status, $output);

        return $output;
    }

    /** In MiB: a worker here is the process of all tests, and stops for what they took. */
    private const ALL_TESTS = 2_048;

    /** Lets a worker do all there is of one queue. */
    protected function work(string $queue = 'long'): void
    {
        $this->command('queue:work', ['connection' => $queue, '--stop-when-empty' => true, '--sleep' => 0, '--memory' => self::ALL_TESTS]);
    }

    /** Goes on in another browser, with the cookies it had when it was last used. */
    protected function inBrowserOf(string $whose): static
    {
        $this->jars[$this->browser] = $this->cookies;
        $this->browser = $whose;
        $this->cookies = $this->jars[$whose] ?? [];

        return $this;
    }

    /** Gives an account one permission over Kennel, by a role of its own, and signs it in at the console. */
    protected function operatorWith(string ...$permissions): Account
    {
        $operator = $this->holder('helpdesk@post.example', 'Help Desk');
        DB::table('roles')->insert(['key' => 'helpdesk', 'summary' => 'Made for this test', 'app_key' => null]);
        DB::table('role_permissions')->insert(array_map(static fn (string $permission): array => ['role_key' => 'helpdesk', 'permission' => $permission], $permissions));
        $this->app->make(Assignments::class)->assign($operator->id, 'helpdesk', 'the test', 'needed');
        $this->signIn('helpdesk@post.example', 'console')->assertCreated();

        return $operator;
    }

    protected function forgetCookies(): void
    {
        $this->cookies = [];
    }

    /** @return array<string, string> */
    protected function cookies(): array
    {
        return $this->cookies;
    }

    protected function holder(string $email = 'tam@post.example', string $name = 'Tam Pellow', bool $proven = true, ?string $role = null): Account
    {
        $this->app->forgetScopedInstances();
        $hash = $this->hashOfPassword();
        $accounts = $this->app->make(Accounts::class);
        $account = $accounts->add(PersonName::parse($name), EmailAddress::parse($email), HashKind::describe($hash), 'gaugebook');
        if ($proven) {
            $accounts->change($account, ['status' => 'active', 'email_proven_at' => Moment::write($this->clock->now())]);
        }
        if ($role !== null) {
            $this->app->make(Assignments::class)->assign($account->id, $role, 'the test', 'needed');
        }

        return $account;
    }

    /** Made once a process for rules that are alike: what a hash costs is not what most tests are about. */
    private function hashOfPassword(): string
    {
        $hash = fn (): string => $this->app->make(PasswordHasher::class)->hash(PreparedPassword::from(new Secret(self::PASSWORD)));
        $rules = $this->app->make(HashingRules::class);

        return $rules->pepper !== '' ? $hash() : self::$hashes[serialize($rules)] ??= $hash();
    }

    protected function signIn(string $email = 'tam@post.example', string $surface = 'pages', bool $keep = false): TestResponse
    {
        return $this->knock('POST', '/sessions', ['email' => $email, 'password' => self::PASSWORD, 'keep' => $keep], surface: $surface);
    }

    /** A keeper, signed in at the console. */
    protected function keeper(): Account
    {
        $keeper = $this->holder('maren@alderwend.example', 'Maren Thistlewood', role: 'keeper');
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();

        return $keeper;
    }

    protected function ask(string $path): TestResponse
    {
        return $this->knock('GET', $path, surface: 'console');
    }

    /** The token of the newest message's link. */
    protected function tokenSent(): string
    {
        return $this->tokenOf(Message::query()->orderByDesc('seq')->firstOrFail()->id);
    }

    protected function tokenOf(string $messageId): string
    {
        $message = Message::query()->where('id', $messageId)->firstOrFail();
        $text = $this->app->make(Composition::class)->open($message->sealed)['text'];
        self::assertSame(1, preg_match('/#t=([A-Za-z0-9_-]{43})/', $text, $found), $text);

        return $found[1];
    }

    /** @return list<string> the refusal's codes */
    protected static function codes(TestResponse $response): array
    {
        return array_column((array) $response->json('reasons'), 'code');
    }

    protected static function rows(string $table): int
    {
        return DB::table($table)->count();
    }
}
