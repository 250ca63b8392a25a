<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\Schemes\Schemes;
use Kennel\Tests\Support\Node;
use Kennel\Tests\Support\Passwords;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Every scheme against reference values and against hashes that somebody else's implementation has just made. */
final class HashSchemesTest extends TestCase
{
    private const PASSWORDS = ['slow green otters swim', 'Flüsse fließen früh', 'x', '渡辺 葵', 'a passphrase that is somewhat longer than sixteen bytes'];

    #[DataProvider('references')]
    public function test_reference_values(string $stored, string $password, string $kind): void
    {
        self::assertSame($kind, HashKind::of($stored));
        self::assertTrue($this->opens($password, $stored));
        self::assertFalse($this->opens($password.' ', $stored));
    }

    /**
     * Each from memory, and each computed anew by PHP's own functions. Where somebody else's program makes the same kind, the tests below ask it.
     *
     * @return array<string, array{string, string, string}>
     */
    public static function references(): array
    {
        $base64 = static fn (string $hex): string => rtrim(base64_encode((string) hex2bin(str_replace(' ', '', $hex))), '=');

        return [
            'Argon2 reference test' => ['$argon2id$v=19$m=65536,t=2,p=1$c29tZXNhbHQ$CTFhFdXPJO1aFaMaO6Mm5c8y7cJHAph8ArZWb2GRPPc', 'password', 'Argon2id 65536/2/1'],
            'bcrypt reference test, 2a' => ['$2a$05$CCCCCCCCCCCCCCCCCCCCC.E5YPO9kmyuRGyh0XouQYb4YMJKvyOeW', 'U*U', 'bcrypt 5'],
            'the same, as 2b' => ['$2b$05$CCCCCCCCCCCCCCCCCCCCC.E5YPO9kmyuRGyh0XouQYb4YMJKvyOeW', 'U*U', 'bcrypt 5'],
            'portable phpass reference test' => ['$P$9IQRaTwmfeRo7ud9Fh4E2PdI0S3r.L0', 'test12345', 'portable phpass 2^11'],
            'RFC 6070, one iteration' => ['$pbkdf2-sha1$i=1$'.$base64('73616c74').'$'.$base64('0c60c80f961f0e71f3a9b524af6012062fe037a6'), 'password', 'PBKDF2-SHA1 1'],
            'the same without the digest\'s name' => ['$pbkdf2$1$'.$base64('73616c74').'$'.$base64('0c60c80f961f0e71f3a9b524af6012062fe037a6'), 'password', 'PBKDF2-SHA1 1'],
            'RFC 7914 §11' => ['{PBKDF2-SHA256}1$'.$base64('73616c74').'$'.$base64('55ac046e56e3089f ec1691c22544b605 f94185216dde0465 e68b9d57c20dacbc 49ca9cccf179b645 991664b39d77ef31 7c71b845b1e30bd5 09112041d3a19783'), 'passwd', 'PBKDF2-SHA256 1'],
            'FIPS 180-4 (SHA-1 of "abc")' => ['$digest$sha1$password$$a9993e364706816aba3e25717850c26c9cd0d89d', 'abc', 'bare digest sha1 password'],
            'RFC 1321 (MD5 of "abc"), split into salt and password' => ['$digest$md5$salt.password$61$900150983cd24fb0d6963f7d28e17f72', 'bc', 'bare digest md5 salt.password'],
            'FIPS 180-4 (SHA-256 of "abc"), split the other way' => ['$digest$sha256$password.salt$63$ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad', 'ab', 'bare digest sha256 password.salt'],
        ];
    }

    /** apache2-utils' htpasswd: bcrypt, APR1 and, where it can, crypt(3); both ways for bcrypt, which is also made here. */
    public function test_what_htpasswd_makes_and_what_it_says_of_ours(): void
    {
        $kinds = ['-B' => 'bcrypt 5', '-m' => 'APR1'];
        foreach ($kinds as $option => $kind) {
            foreach (self::PASSWORDS as $password) {
                [$status, $line] = $this->htpasswd(['-n', '-i', $option, 'tam'], $password);
                self::assertSame(0, $status);
                $stored = explode(':', trim($line), 2)[1];
                self::assertSame($kind, HashKind::of($stored));
                self::assertTrue($this->opens($password, $stored), "{$option} {$password}");
                self::assertFalse($this->opens("{$password}x", $stored));
            }
        }
        $hasher = Passwords::hasher(new HashingRules(HashingRules::BCRYPT, new Argon2idParameters(64, 1, 1), 5));
        $file = (string) tempnam(sys_get_temp_dir(), 'htpasswd');
        foreach (self::PASSWORDS as $password) {
            file_put_contents($file, 'tam:'.$hasher->hash(Passwords::prepared($password))."\n");
            self::assertSame(0, $this->htpasswd(['-v', '-i', $file, 'tam'], $password)[0], $password);
            self::assertNotSame(0, $this->htpasswd(['-v', '-i', $file, 'tam'], "{$password}x")[0]);
        }
        unlink($file);
    }

    /** bcryptjs (npm): its hashes verified here, ours verified there, and neither takes another password. */
    public function test_bcryptjs_agrees(): void
    {
        $hasher = Passwords::hasher(new HashingRules(HashingRules::BCRYPT, new Argon2idParameters(64, 1, 1), 5));
        $ours = array_map(static fn (string $password): string => $hasher->hash(Passwords::prepared($password)), self::PASSWORDS);
        /** @var array{made: list<string>, right: list<bool>, wrong: list<bool>} $theirs */
        $theirs = Node::ask("const { default: bcrypt } = await import('bcryptjs'); output = { made: input.passwords.map((one) => bcrypt.hashSync(one, 5)), right: input.passwords.map((one, index) => bcrypt.compareSync(one, input.ours[index])), wrong: input.passwords.map((one, index) => bcrypt.compareSync(one + 'x', input.ours[index])) };", ['passwords' => self::PASSWORDS, 'ours' => $ours]);
        self::assertSame(array_fill(0, count(self::PASSWORDS), true), $theirs['right']);
        self::assertSame(array_fill(0, count(self::PASSWORDS), false), $theirs['wrong']);
        foreach (self::PASSWORDS as $index => $password) {
            self::assertSame('bcrypt 5', HashKind::of($theirs['made'][$index]));
            self::assertTrue($this->opens($password, $theirs['made'][$index]));
            self::assertFalse($this->opens("{$password}x", $theirs['made'][$index]));
        }
    }

    /**
     * @param  list<string>  $arguments
     * @return array{int, string} status and what it wrote
     */
    private function htpasswd(array $arguments, string $password): array
    {
        $process = proc_open(['htpasswd', ...$arguments], [['pipe', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']], $pipes);
        self::assertNotFalse($process);
        fwrite($pipes[0], "{$password}\n");
        fclose($pipes[0]);
        $output = (string) stream_get_contents($pipes[1]);

        return [proc_close($process), $output];
    }

    /** openssl passwd: crypt(3) MD5, SHA-256, SHA-512 and APR1. */
    public function test_what_openssl_makes(): void
    {
        foreach (['-1' => 'MD5-crypt', '-5' => 'SHA-256-crypt 5000', '-6' => 'SHA-512-crypt 5000', '-apr1' => 'APR1'] as $option => $kind) {
            foreach (self::PASSWORDS as $password) {
                $process = proc_open(['openssl', 'passwd', $option, '-stdin'], [['pipe', 'r'], ['pipe', 'w']], $pipes);
                self::assertNotFalse($process);
                fwrite($pipes[0], $password);
                fclose($pipes[0]);
                $stored = trim((string) stream_get_contents($pipes[1]));
                proc_close($process);
                $this->assertIsHashOf($password, $stored, $kind);
            }
        }
    }

    /** hash-wasm (npm): Argon2i, Argon2id, bcrypt, scrypt and PBKDF2. */
    public function test_what_hash_wasm_makes(): void
    {
        $made = Node::ask(<<<'JS'
            const { argon2i, argon2id, bcrypt, pbkdf2, createSHA256, createSHA512 } = await import('hash-wasm');
            const salt = Buffer.from('saltsaltsaltsalt');
            const text = (bytes) => Buffer.from(bytes).toString('base64').replace(/=+$/, '');
            output = [];
            for (const password of input) {
              output.push([password, await argon2id({ password, salt, iterations: 2, memorySize: 512, parallelism: 2, hashLength: 32, outputType: 'encoded' }), 'Argon2id 512/2/2']);
              output.push([password, await argon2i({ password, salt, iterations: 3, memorySize: 512, parallelism: 1, hashLength: 32, outputType: 'encoded' }), 'Argon2i 512/3/1']);
              output.push([password, await bcrypt({ password, salt, costFactor: 5, outputType: 'encoded' }), 'bcrypt 5']);
              for (const [name, hashFunction] of [['sha256', createSHA256()], ['sha512', createSHA512()]]) {
                const hash = await pbkdf2({ password, salt, iterations: 1000, hashLength: 32, hashFunction, outputType: 'binary' });
                output.push([password, `$pbkdf2-${name}$1000$${text(salt).replaceAll('+', '.')}$${text(hash).replaceAll('+', '.')}`, `PBKDF2-${name.toUpperCase()} 1000`]);
              }
            }
            JS, self::PASSWORDS);
        self::assertIsArray($made);
        self::assertCount(25, $made);
        foreach ($made as [$password, $stored, $kind]) {
            $this->assertIsHashOf($password, $stored, $kind);
        }
    }

    /**
     * Ours asks libsodium; these are computed by OpenSSL, which Node's scrypt() is (RFC 7914 §2), and written down as "$7$" strings are: the
     * exponent, r and p in crypt(3)'s alphabet, lowest six bits first; then the salt as it is read, and 32 bytes of hash.
     */
    public function test_what_openssl_computes_in_scrypts_form(): void
    {
        $made = Node::ask(<<<'JS'
            const { scryptSync } = await import('node:crypto');
            const alphabet = './0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz';
            const number = (value, length) => Array.from({ length }, (_, at) => alphabet[(value >> (6 * at)) & 63]).join('');
            const encoded = (bytes) => {
              let text = '';
              for (let at = 0; at < bytes.length; at += 3) {
                const part = bytes.subarray(at, at + 3);
                text += number(part.reduce((sum, byte, index) => sum | (byte << (8 * index)), 0), Math.ceil((part.length * 8) / 6));
              }
              return text;
            };
            const salt = 'N3kQ.9vXc/0aBcDeFgHiJkLmNoPqRsTuVwXyZ012345';
            output = [];
            for (const password of input) {
              for (const [log, r, p] of [[10, 8, 1], [12, 4, 3], [4, 16, 2]]) {
                const hash = scryptSync(Buffer.from(password), Buffer.from(salt), 32, { N: 2 ** log, r, p, maxmem: 256 * 2 ** log * r + 1e6 });
                output.push([password, `$7$${alphabet[log]}${number(r, 5)}${number(p, 5)}${salt}$${encoded(hash)}`, `scrypt 2^${log}/${r}/${p}`]);
              }
            }
            JS, self::PASSWORDS);
        self::assertIsArray($made);
        self::assertCount(3 * count(self::PASSWORDS), $made);
        foreach ($made as [$password, $stored, $kind]) {
            $this->assertIsHashOf($password, $stored, $kind);
        }
    }

    /** openldap_ssha (npm): salts of several lengths, its own of 44 characters among them. RFC 2307 §5.3 names the form. */
    public function test_what_openldap_ssha_makes(): void
    {
        $made = Node::ask(<<<'JS'
            const { ssha_pass } = (await import('openldap_ssha')).default;
            const ask = (...of) => new Promise((resolve, reject) => ssha_pass(...of, (error, made) => (error ? reject(error) : resolve(made))));
            output = [];
            for (const password of input) for (const salt of ['salt', 'saltsalt', 'a salt of sixteen', null]) output.push([password, await ask(password, salt)]);
            JS, self::PASSWORDS);
        self::assertIsArray($made);
        self::assertCount(4 * count(self::PASSWORDS), $made);
        foreach ($made as [$password, $stored]) {
            $this->assertIsHashOf($password, $stored, 'salted SHA-1 (SSHA)');
        }
    }

    /** Common practice: the longer digests stand before their salt as SHA-1 does. Digests by openssl's own command. */
    public function test_salted_digests_of_openssl(): void
    {
        foreach (['{SSHA}' => ['sha1', 'salted SHA-1 (SSHA)'], '{SSHA256}' => ['sha256', 'salted SHA-256 (SSHA256)'], '{SSHA512}' => ['sha512', 'salted SHA-512 (SSHA512)']] as $beginning => [$digest, $kind]) {
            foreach ([1, 4, 8, 16] as $length) {
                $salt = random_bytes($length);
                $process = proc_open(['openssl', 'dgst', "-{$digest}", '-binary'], [['pipe', 'r'], ['pipe', 'w']], $pipes);
                self::assertNotFalse($process);
                fwrite($pipes[0], 'slow green otters'.$salt);
                fclose($pipes[0]);
                $bytes = (string) stream_get_contents($pipes[1]);
                proc_close($process);
                $this->assertIsHashOf('slow green otters', $beginning.base64_encode($bytes.$salt), $kind);
            }
            self::assertStringStartsWith('malformed ', HashKind::of($beginning.base64_encode(hash($digest, 'slow green otters', true))), 'without a salt it is another form');
        }
    }

    public function test_what_asks_for_more_than_anybody_would_store_is_not_computed(): void
    {
        foreach ([
            '$argon2id$v=19$m=4194304,t=1,p=1$c29tZXNhbHQ$CTFhFdXPJO1aFaMaO6Mm5c8y7cJHAph8ArZWb2GRPPc',
            '$2y$31$CCCCCCCCCCCCCCCCCCCCC.E5YPO9kmyuRGyh0XouQYb4YMJKvyOeW',
            '$P$TIQRaTwmfeRo7ud9Fh4E2PdI0S3r.L0',
            '$6$rounds=999999999$saltsalt$'.str_repeat('a', 86),
            '$pbkdf2-sha256$i=99999999$c2FsdA$CTFhFdXPJO1aFaMaO6Mm5c8y7cJHAph8ArZWb2GRPPc',
            '$7$z6..../....'.str_repeat('a', 43).'$'.str_repeat('a', 43),
        ] as $greedy) {
            self::assertNull(Schemes::verifying($greedy), $greedy);
            self::assertStringStartsWith('malformed ', HashKind::of($greedy));
        }
    }

    private function assertIsHashOf(string $password, string $stored, ?string $kind): void
    {
        self::assertNotNull(Schemes::verifying($stored), $stored);
        if ($kind !== null) {
            self::assertSame($kind, HashKind::of($stored));
        }
        self::assertTrue($this->opens($password, $stored), "{$password} {$stored}");
        self::assertFalse($this->opens("{$password}x", $stored), $stored);
        self::assertFalse($this->opens(substr($password, 0, -1).'#', $stored), $stored);
    }

    private function opens(string $password, string $stored): bool
    {
        return Schemes::verifying($stored)?->matches($password, $stored) ?? false;
    }
}
