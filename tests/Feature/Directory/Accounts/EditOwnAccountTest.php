<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Directory\Accounts;

use Illuminate\Support\Facades\DB;
use Kennel\Tests\Feature\DoorTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

final class EditOwnAccountTest extends DoorTestCase
{
    /** @param  array<string, mixed>  $box */
    #[DataProvider('emptyBoxes')]
    public function test_an_empty_password_box_means_unchanged(array $box): void
    {
        $account = $this->holder();
        $this->signIn();
        $before = DB::table('accounts')->where('id', $account->id)->value('password_hash');
        $this->knock('PATCH', '/account', ['name' => 'Tam Pellow-Reed', ...$box], ['If-Match' => '*'])->assertOk()->assertJsonPath('name', 'Tam Pellow-Reed')->assertJsonMissingPath('password');
        self::assertSame([$before, 'Tam Pellow-Reed', 'tam pellow reed'], array_values((array) DB::table('accounts')->where('id', $account->id)->first(['password_hash', 'name', 'name_key'])));
        self::assertSame(['account.name_changed'], DB::table('audit_events')->where('account_id', $account->id)->where('event', 'like', 'account.%')->pluck('event')->all());
        self::assertSame(0, self::rows('messages'));
    }

    /** @return list<array{array<string, mixed>}> */
    public static function emptyBoxes(): array
    {
        return [[[]], [['password' => '']], [['password' => null]], [['password' => '', 'current' => self::PASSWORD]]];
    }

    public function test_a_filled_in_box_needs_the_present_password_and_all_is_written_or_nothing(): void
    {
        $account = $this->holder();
        $this->signIn();
        $edit = fn (array $body) => $this->knock('PATCH', '/account', $body, ['If-Match' => '*']);
        $edit(['name' => 'Other', 'password' => 'eleven herons in a row'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.current_wrong');
        $edit(['name' => 'Other', 'current' => self::PASSWORD, 'password' => 'short'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'password.too_short');
        $edit(['name' => ' ', 'current' => self::PASSWORD, 'password' => 'eleven herons in a row'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'name.required');
        $edit(['status' => 'active'])->assertStatus(422)->assertJsonPath('reasons.0.code', 'key.unknown');
        self::assertSame('Tam Pellow', DB::table('accounts')->where('id', $account->id)->value('name'));
        $this->signIn()->assertCreated();
        $edit(['name' => 'Other', 'current' => self::PASSWORD, 'password' => 'eleven herons in a row'])->assertOk();
        $this->knock('POST', '/sessions', ['email' => 'tam@post.example', 'password' => 'eleven herons in a row'])->assertCreated();
        $this->knock('PATCH', '/account', ['name' => 'Late'], ['If-Match' => '"v1"'])->assertStatus(412);
    }
}
