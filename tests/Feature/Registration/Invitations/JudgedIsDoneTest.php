<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Registration\Invitations;

use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;

/** Property: whatever stands in a list, what each row was judged to become is what becomes of it, and nothing else changes. */
final class JudgedIsDoneTest extends InvitationTestCase
{
    private const ADDRESSES = ['ilse@post.example', 'Ilse@POST.example', 'tam@post.example', 'bo@post.example', 'cy@post.example', 'new@post.example', 'wim@@post.example', '', 'x', 'pia@mailinator.com', 'gone@post.example', 'сорока@река.example', 'pending@post.example', 'stopped@post.example', 'maren@alderwend.example'];

    private const ROLES = [[], ['dispatcher'], ['reviewer'], ['auditor'], ['reviewer', 'auditor'], ['nothing'], ['quartermaster'], ['observer', 'steward']];

    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        foreach (range(1, 12) as $seed) {
            yield "seed {$seed}" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function test_what_was_judged_is_done(int $seed): void
    {
        mt_srand($seed);
        config(['rules.signup.refuse_throwaway' => true]);
        $pick = static fn (array $of): mixed => $of[mt_rand(0, count($of) - 1)];
        $this->keeper();
        $this->holder();
        $this->holder('bo@post.example', 'Bo', role: 'reviewer');
        $this->holder('pending@post.example', 'Pending', proven: false);
        $this->holder('stopped@post.example', 'Stopped');
        DB::table('accounts')->where('email', 'stopped@post.example')->update(['status' => 'suspended']);
        DB::table('suppressions')->insert(['address_key' => 'gone@post.example', 'said' => '550', 'since' => '2026-01-01T00:00:00.000Z']);
        $this->invite([['email' => 'cy@post.example', 'name' => 'Cy']])->assertCreated();
        $this->clock->move('+61 minutes');
        $this->signIn('maren@alderwend.example', 'console')->assertCreated();
        $rows = array_map(static fn (): array => [
            'email' => $pick(self::ADDRESSES), 'name' => $pick(['', 'Somebody', "Control \u{7}"]),
            ...mt_rand(0, 3) === 0 ? ['roles' => $pick(self::ROLES)] : [], ...mt_rand(0, 5) === 0 ? ['language' => $pick(['de', 'fr'])] : [], ...mt_rand(0, 5) === 0 ? ['app' => $pick(['gaugebook', 'kitloft', 'nowhere'])] : [],
        ], range(1, 25));
        $more = ['roles' => $pick(self::ROLES), 'way' => $pick(['link', 'link', 'temporary'])];
        $before = $this->state();
        $judged = $this->judge($rows, $more)->assertOk();
        self::assertSame($before, $this->state(), 'judging changes nothing');
        $fates = array_column($judged->json('rows'), 'fate');
        $sent = $this->invite($rows, [...$more, 'seen' => $judged->json('seen')]);
        $expected = $before;
        foreach ($judged->json('rows') as $verdict) {
            $address = "{$verdict['app']} ".mb_strtolower((string) $verdict['email']).' ';
            if (in_array($verdict['fate'], ['invited', 'renewed'], true)) {
                // One that is replaced is open no more.
                $expected['open'] = array_values(array_filter($expected['open'], static fn (string $one): bool => ! str_starts_with($one, $address)));
                $expected['open'][] = $address.implode(',', $verdict['roles']);
            }
            foreach ($verdict['fate'] === 'given' ? $verdict['roles'] : [] as $role) {
                $expected['held'][] = mb_strtolower((string) $verdict['email'])." {$role}";
            }
        }
        if (array_intersect($fates, ['invited', 'renewed', 'given']) === []) {
            $sent->assertUnprocessable();
            self::assertSame($before, $this->state());

            return;
        }
        $sent->assertCreated();
        self::assertSame($fates, array_column($sent->json('rows'), 'fate'));
        sort($expected['open']);
        sort($expected['held']);
        self::assertSame($expected, $this->state());
        self::assertSame($sent->json('sent'), DB::table('messages')->whereIn('kind', ['invitation', 'invitation_with_password'])->where('created_at', '>', '2026-05-01T13:00:00.000Z')->count(), 'a message for each, and none for others');
    }

    /** @return array{open: list<string>, held: list<string>} */
    private function state(): array
    {
        $display = static fn (string $email): string => mb_strtolower((string) preg_replace_callback('/@(.*)$/', static fn (array $at): string => '@'.idn_to_utf8($at[1]), $email));
        $open = DB::table('invitations')->whereNull('ended')->get()->map(static fn (object $one): string => "{$one->app_key} ".$display($one->email).' '.implode(',', json_decode($one->roles, true)))->all();
        $held = DB::table('assignments')->join('accounts', 'accounts.id', 'account_id')->get(['email', 'role_key'])->map(static fn (object $one): string => mb_strtolower($one->email)." {$one->role_key}")->all();
        sort($open);
        sort($held);

        return ['open' => $open, 'held' => $held];
    }
}
