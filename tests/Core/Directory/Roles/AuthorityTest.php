<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Roles;

use Kennel\Core\Directory\Roles\Authority;
use Kennel\Core\Foundation\Permissions\PermissionSet;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class AuthorityTest extends TestCase
{
    /**
     * @param  list<string>  $operator
     * @param  list<string>  $account
     * @param  list<string>  $lacking
     */
    #[DataProvider('pairs')]
    public function test_an_operator_reaches_those_who_may_do_no_more_with_kennel(array $operator, array $account, array $lacking): void
    {
        self::assertSame($lacking, Authority::lacking(new PermissionSet($operator), new PermissionSet($account)));
        self::assertSame($lacking === [], Authority::reaches(new PermissionSet($operator), new PermissionSet($account)));
    }

    /** @return array<string, array{list<string>, list<string>, list<string>}> */
    public static function pairs(): array
    {
        return [
            'somebody without roles' => [['kennel:accounts.manage'], [], []],
            'an app\'s own permissions' => [['kennel:accounts.manage'], ['readings:approve', 'kennels:x'], []],
            'an equal' => [['kennel:accounts.manage'], ['kennel:accounts.manage'], []],
            'a keeper' => [['kennel:accounts.manage'], ['kennel:*'], ['kennel:*']],
            'another keeper' => [['kennel:*'], ['kennel:*', 'kennel:accounts.manage'], []],
            'every single one is less than all there will be' => [['kennel:accounts.manage', 'kennel:audit.read'], ['kennel:*'], ['kennel:*']],
            'one more' => [['kennel:accounts.manage'], ['kennel:accounts.manage', 'kennel:audit.read'], ['kennel:audit.read']],
            'all of an app is nothing of Kennel' => [['readings:*'], ['kennel:console'], ['kennel:console']],
        ];
    }
}
