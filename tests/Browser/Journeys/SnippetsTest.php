<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Journeys;

use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\Browser;
use Kennel\Tests\Browser\Support\BrowserTestCase;
use Kennel\Tests\Browser\Support\FreePort;
use Kennel\Tests\Browser\Support\ProcessGroup;

/** The code that the console gives an app's developer, run as it is given: nothing is changed but what is in the environment. */
final class SnippetsTest extends BrowserTestCase
{
    private string $folder;

    /** @var list<resource> */
    private array $processes = [];

    /** @var list<string> */
    private static array $ran = [];

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = self::$server->directory.'/developer-'.bin2hex(random_bytes(4));
        mkdir($this->folder);
        symlink(dirname(__DIR__, 3).'/vendor', "{$this->folder}/vendor");
        symlink(dirname(__DIR__, 3).'/node_modules', "{$this->folder}/node_modules");
    }

    protected function tearDown(): void
    {
        array_map(ProcessGroup::end(...), $this->processes);
        parent::tearDown();
    }

    public static function tearDownAfterClass(): void
    {
        parent::tearDownAfterClass();
        $all = array_map(basename(...), (array) glob(dirname(__DIR__, 3).'/resources/snippets/*'));
        self::assertSame([], array_diff($all, self::$ran), 'every piece was run');
    }

    public function test_people_are_signed_in_by_php(): void
    {
        $port = $this->registers('gaugebook', '/sign-in.php');
        $this->put('gaugebook', 'sign-in.php');
        $this->serves($port, ['php', '-S', "127.0.0.1:{$port}", '-t', $this->folder]);
        $this->signsIn("http://127.0.0.1:{$port}/sign-in.php", 'Signed in:')->see('keeper');
        // What came back once is taken once.
        self::$browser->driver->navigate()->refresh();
        self::$browser->see('Nothing was asked for in this browser.');
    }

    public function test_people_are_signed_in_by_node(): void
    {
        $port = $this->registers('gaugebook', '/signed-in');
        $this->put('gaugebook', 'sign-in.mjs');
        $this->serves($port, ['node', 'sign-in.mjs'], ['PORT' => (string) $port]);
        $this->signsIn("http://127.0.0.1:{$port}/", 'Signed in:')->see('keeper');
        self::$browser->visit("http://127.0.0.1:{$port}/signed-in?code=made-up&state=too")->see('Nobody is signed in');
        self::$browser->complaints();
    }

    public function test_people_are_signed_in_by_a_page_alone(): void
    {
        $port = $this->registers('floodline', '/');
        $this->put('floodline', 'sign-in.js');
        copy(dirname(__DIR__, 3).'/node_modules/oauth4webapi/build/index.js', "{$this->folder}/oauth4webapi.js");
        file_put_contents("{$this->folder}/index.html", <<<'HTML'
            <!doctype html><link rel="icon" href="data:,"><script type="importmap">{"imports": {"oauth4webapi": "./oauth4webapi.js"}}</script>
            <button>Go</button><p></p><script type="module">
            import { signIn, signedIn } from './sign-in.js';
            document.querySelector('button').onclick = signIn;
            if (location.search !== '') document.querySelector('p').textContent = `Signed in: ${JSON.stringify(await signedIn())}`;
            else document.querySelector('p').textContent = 'ready';
            </script>
            HTML);
        $this->serves($port, ['php', '-S', "127.0.0.1:{$port}", '-t', $this->folder]);
        self::$browser->visit("http://127.0.0.1:{$port}/")->see('ready')->press('Go');
        $this->proves('Let Floodline in?')->press('Let it in')->see('Signed in:')->see('Maren Thistlewood');
    }

    public function test_a_device(): void
    {
        $this->put('kitloft', 'device.sh');
        [$process, $pipes] = $this->runs(['bash', 'device.sh']);
        self::assertSame(1, preg_match('/type (\S+)$/m', (string) fgets($pipes[2]), $found));
        $this->visit('/a/kitloft/sign-in');
        $this->proves('Hello, Maren');
        $this->visit('/a/kitloft/device')->type('Code on the device', $found[1])->press('Go on')->see('Let Kitloft in on the device?')->press('Let it in')->see('The device is connected');
        $answer = json_decode((string) stream_get_contents($pipes[1]), true);
        self::assertSame(0, proc_close($process));
        self::assertArrayHasKey('id_token', $answer);
    }

    public function test_each_step_by_hand(): void
    {
        $port = $this->registers('gaugebook', '/signed-in');
        $this->put('gaugebook', 'by-hand.sh');
        [$process, $pipes] = $this->runs(['bash', 'by-hand.sh']);
        self::$browser->visit(trim((string) fgets($pipes[1])));
        self::$browser->until(static fn (): bool => str_contains(self::$browser->text(), 'Forgotten') || str_contains(self::$browser->driver->getCurrentURL(), "127.0.0.1:{$port}"), 'Kennel');
        $this->proves('refused');
        fwrite($pipes[0], self::$browser->driver->getCurrentURL()."\n");
        fclose($pipes[0]);
        self::assertArrayHasKey('id_token', (array) json_decode((string) stream_get_contents($pipes[1]), true));
        self::assertSame(0, proc_close($process));
        self::$browser->complaints();
    }

    public function test_an_app_by_itself_and_who_believes_it(): void
    {
        $this->registers('gaugebook', '/signed-in');
        $tokens = [];
        foreach (['by-itself.sh' => 'bash', 'by-itself.php' => 'php', 'by-itself.mjs' => 'node'] as $file => $by) {
            $this->put('gaugebook', $file);
            $said = $this->played([$by, $file]);
            $tokens[] = $token = json_decode($said, true)['access_token'] ?? substr(trim($said), strlen('Authorization: Bearer '));
            self::assertCount(3, explode('.', $token), $said);
        }
        foreach (['verify.php' => 'php', 'verify.mjs' => 'node'] as $file => $by) {
            $this->put('gaugebook', $file);
            self::assertSame('gaugebook', trim($this->played([$by, $file], $tokens[0]."\n")));
            self::assertStringNotContainsString('gaugebook', $this->played([$by, $file], substr($tokens[0], 0, -6)."AAAAAA\n", 1), 'forged');
        }
        $this->put('gaugebook', 'introspect.sh');
        self::assertTrue(json_decode($this->played(['bash', 'introspect.sh'], '', 0, ['TOKEN' => $tokens[1]]), true)['active']);
        self::assertFalse(json_decode($this->played(['bash', 'introspect.sh'], '', 0, ['TOKEN' => 'made-up']), true)['active']);
    }

    public function test_a_session_of_the_apps_own_page(): void
    {
        $this->registers('gaugebook', '/signed-in', ['grant_types' => ['authorization_code', 'refresh_token', 'urn:ietf:params:oauth:grant-type:token-exchange']]);
        $this->put('gaugebook', 'exchange.sh');
        $cookie = self::$server->cookieOf('maren@alderwend.example', DemoKeeper::PASSWORD, 'pages');
        $answer = json_decode($this->played(['bash', 'exchange.sh'], '', 0, ['SESSION' => substr($cookie, (int) strpos($cookie, '=') + 1)]), true);
        self::assertSame(['Bearer', 'urn:ietf:params:oauth:token-type:access_token'], [$answer['token_type'], $answer['issued_token_type']]);
    }

    public function test_an_app_that_signs_instead_of_keeping_a_secret(): void
    {
        $pair = sodium_crypto_sign_keypair();
        $base64 = static fn (string $bytes): string => rtrim(strtr(base64_encode($bytes), '+/', '-_'), '=');
        $public = ['kty' => 'OKP', 'crv' => 'Ed25519', 'alg' => 'EdDSA', 'kid' => 'own', 'x' => $base64(sodium_crypto_sign_publickey($pair))];
        $this->registers('gaugebook', '/signed-in', ['token_endpoint_auth_method' => 'private_key_jwt', 'jwks' => json_encode(['keys' => [$public]], JSON_THROW_ON_ERROR)]);
        $this->put('gaugebook', 'by-itself.mjs');
        $private = [...$public, 'd' => $base64(substr(sodium_crypto_sign_secretkey($pair), 0, 32))];
        self::assertStringStartsWith('Authorization: Bearer ey', $this->played(['node', 'by-itself.mjs'], '', 0, ['CLIENT_KEY' => json_encode($private, JSON_THROW_ON_ERROR), 'CLIENT_SECRET' => '']));
    }

    /**
     * @param  array<string, mixed>  $more
     * @return int the port of its redirect URI
     */
    private function registers(string $app, string $path, array $more = []): int
    {
        $port = FreePort::find();
        $own = ['redirect_uris' => ["http://127.0.0.1:{$port}{$path}"], 'grant_types' => $app === 'gaugebook' ? ['authorization_code', 'refresh_token', 'client_credentials'] : ['authorization_code', 'refresh_token'], 'origins' => ["http://127.0.0.1:{$port}"], 'token_endpoint_auth_method' => $app === 'gaugebook' ? 'client_secret_basic' : 'none', 'jwks' => '', ...$more];
        self::$server->changeRules(static fn (array $rules): array => array_replace($rules, ['clients' => array_map(static fn (array $one): array => $one['key'] === $app ? array_replace($one, $own) : $one, $rules['clients'])]));

        return $port;
    }

    /** As the developer takes it from the app's page. */
    private function put(string $app, string $file): void
    {
        $keeper = ['Kennel-Surface: console', self::$server->cookieOf('maren@alderwend.example', DemoKeeper::PASSWORD)];
        [$status, $answer] = self::$server->sendAll([['GET', "/apps/{$app}/client", null, $keeper]])[0];
        self::assertSame(200, $status, $answer);
        $snippets = array_column(json_decode($answer, true)['snippets'], 'code', 'key');
        self::assertStringNotContainsString('{{', implode('', $snippets));
        file_put_contents("{$this->folder}/{$file}", $snippets[$file] ?? self::fail("{$app} is not given {$file}, but ".implode(', ', array_keys($snippets))));
        self::$ran[] = $file;
    }

    private function signsIn(string $at, string $until): Browser
    {
        self::$browser->visit($at);

        return $this->proves($until);
    }

    private function proves(string $until): Browser
    {
        self::$browser->until(static fn (): bool => preg_match("/Forgotten your password|{$until}/", self::$browser->text()) === 1, 'Kennel');
        if (str_contains(self::$browser->text(), 'Forgotten')) {
            self::$browser->type('E-mail address', 'maren@alderwend.example')->type('Password', DemoKeeper::PASSWORD)->press('Sign in');
        }

        return self::$browser->see(stripslashes($until));
    }

    /**
     * @param  list<string>  $command
     * @param  array<string, string>  $settings
     */
    private function serves(int $port, array $command, array $settings = []): void
    {
        $log = ['file', "{$this->folder}/log", 'a'];
        $process = proc_open(['setsid', ...$command], [['file', '/dev/null', 'r'], $log, $log], $pipes, $this->folder, $settings + $this->environment());
        self::assertIsResource($process);
        $this->processes[] = $process;
        FreePort::awaitListener($port);
    }

    /**
     * @param  list<string>  $command
     * @param  array<string, string>  $settings
     * @return array{resource, array<int, resource>}
     */
    private function runs(array $command, array $settings = []): array
    {
        $process = proc_open($command, [['pipe', 'r'], ['pipe', 'w'], ['pipe', 'w']], $pipes, $this->folder, $settings + $this->environment());
        self::assertIsResource($process);

        return [$process, $pipes];
    }

    /**
     * @param  list<string>  $command
     * @param  array<string, string>  $settings
     */
    private function played(array $command, string $typed = '', int $ends = 0, array $settings = []): string
    {
        [$process, $pipes] = $this->runs($command, $settings);
        fwrite($pipes[0], $typed);
        fclose($pipes[0]);
        [$said, $complained] = [(string) stream_get_contents($pipes[1]), (string) stream_get_contents($pipes[2])];
        self::assertSame($ends, min(1, proc_close($process)), $said.$complained);

        return $said;
    }

    /** @return array<string, string> */
    private function environment(): array
    {
        return [...getenv(), 'CLIENT_SECRET' => self::$server->secretOf('gaugebook'), 'TMPDIR' => $this->folder];
    }
}
