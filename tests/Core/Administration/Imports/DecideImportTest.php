<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Administration\Imports;

use Kennel\Core\Administration\Imports\ImportedAccount;
use Kennel\Core\Administration\Imports\ImportPlan;
use Kennel\Core\Administration\Imports\ImportRules;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Tests\Support\Passwords;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class DecideImportTest extends TestCase
{
    private const PASSWORD = 'slow green otters';

    /** @param  array<string, string>  $row */
    #[DataProvider('rows')]
    public function test_says_what_is_wrong_with_a_row(array $row, ImportRules $rules, string $outcome): void
    {
        $decided = Rules::decide()(array_replace(['address' => 'tam@post.example', 'name' => 'Tam Pellow'], $row), ImportPlan::plain('north', false, false, $rules), Rules::facts());
        self::assertSame($outcome, $decided instanceof ImportedAccount ? $decided->kind : implode(' ', array_map(static fn (Reason $reason): string => trim("{$reason->code} ".($reason->parameters['digest'] ?? $reason->parameters['kind'] ?? '')), $decided)));
        if ($decided instanceof ImportedAccount && str_contains($outcome, 'digest')) {
            self::assertTrue(Passwords::hasher()->verify(Passwords::prepared(self::PASSWORD), $decided->hash));
        }
    }

    /** @return list<array{array<string, string>, ImportRules, string}> */
    public static function rows(): array
    {
        $none = new ImportRules;
        $digest = hash('sha256', 'pepita'.self::PASSWORD);

        return [
            [['hash' => password_hash(self::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4])], $none, 'bcrypt 4'],
            [['hash' => '{SSHA}'.base64_encode(str_repeat('d', 20).'salt')], $none, 'salted SHA-1 (SSHA)'],
            [['hash' => md5(self::PASSWORD)], $none, 'import.digest_undeclared md5'],
            [['hash' => md5(self::PASSWORD)], new ImportRules('md5'), 'bare digest md5 password'],
            [['hash' => strtoupper(hash('sha512', self::PASSWORD))], new ImportRules('sha512'), 'bare digest sha512 password'],
            [['hash' => sha1(self::PASSWORD)], new ImportRules('sha1'), 'bare digest sha1 password'],
            [['hash' => hash('sha256', self::PASSWORD)], new ImportRules('sha256'), 'bare digest sha256 password'],
            [['hash' => hash('sha256', self::PASSWORD.str_repeat('s', 64)), 'salt' => str_repeat('s', 64)], new ImportRules('sha256', 'password.salt'), 'bare digest sha256 password.salt'],
            [['hash' => $digest, 'salt' => 'pepita'], new ImportRules('sha256', 'salt.password'), 'bare digest sha256 salt.password'],
            [['hash' => $digest], new ImportRules('sha256', 'salt.password'), 'import.salt_missing'],
            [['hash' => $digest, 'salt' => str_repeat('s', 65)], new ImportRules('sha256', 'password.salt'), 'import.salt_missing'],
            [['hash' => $digest, 'salt' => 'x'], new ImportRules('sha256'), 'import.salt_unexpected'],
            [['hash' => $digest], new ImportRules('md5'), 'import.digest_length'],
            [['hash' => 'abc123'], $none, 'import.digest_length'],
            [['hash' => ''], $none, 'import.hash_required'],
            [[], $none, 'import.hash_required'],
            [['hash' => 'hunter2'], $none, 'import.hash_unknown not recognised'],
            [['hash' => '$y$j9T$abc'], $none, 'import.hash_unknown not recognised: y'],
            [['hash' => '$2y$99$x'], $none, 'import.hash_unknown malformed bcrypt'],
            [['hash' => '$peppered$gone$2y$04$'.str_repeat('a', 53)], $none, 'import.hash_unknown bcrypt 4 + pepper gone'],
            [['address' => 'nobody', 'name' => ' ', 'hash' => ''], $none, 'email.invalid name.required import.hash_required'],
        ];
    }
}
