<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\OAuth\Tokens;

use Kennel\Tests\Support\Books;

/** What an app hears of a person: what its scope is about, of what the rule book hands that app, and nothing else. */
final class UserInfoTest extends TokenTestCase
{
    /**
     * @param  array<string, mixed>  $rest
     * @return array<string, mixed>
     */
    private static function to(string $key, string $app = 'gaugebook', array $rest = []): array
    {
        $grant = static fn (string $to, string $permission = ''): array => ['key' => $to, 'permission' => $permission, 'consent' => false, 'purpose' => 'To greet you'];
        $known = preg_match('/^(name|address)$/D', $key) === 1 ? [] : [$grant('operators', 'kennel:accounts.read'), $grant('holder')];

        return ['key' => $key, 'grants' => [...$known, [...$grant("app:{$app}"), ...$rest]]];
    }

    public function test_by_scope_and_by_what_is_handed_out(): void
    {
        $this->define([Books::field('phone', ['key' => 'phone']), Books::field('short_text', ['key' => 'reach']), Books::field('short_text', ['key' => 'secretive'])]);
        config(['rules.disclosure' => ['fields' => [
            self::to('name'), self::to('address', rest: ['consent' => true]), self::to('field:phone'), self::to('field:reach'), self::to('field:secretive', 'kitloft'),
            self::to('own:nickname'), self::to('own:diary', 'kitloft'), self::to('internal:*'), self::to('internal:badge', 'kitloft'),
        ], 'directories' => []]]);
        $this->keeper();
        $holder = $this->holder();
        $put = fn (string $kind, string $document) => $this->knock('PUT', "/accounts/{$holder->id}/metadata/{$kind}", $document, ['If-Match' => '*', 'Content-Type' => 'application/json'], 'console')->assertOk();
        $put('own', '{"nickname": "Otter", "diary": "nobody’s business"}');
        $put('internal', '{"insured": 2027, "badge": 9}');
        $this->signIn();
        $this->knock('PATCH', '/account/fields', ['fields' => ['phone' => '+47 21 93 00 00', 'reach' => 'Mill', 'secretive' => 'x']], ['If-Match' => '*'])->assertOk();
        $told = function (string $scope): array {
            $told = (array) $this->send('/oauth/userinfo', headers: ['Authorization' => 'Bearer '.$this->letIn(['scope' => $scope])['access_token']], method: 'GET')->assertOk()->json();
            unset($told['sub']);

            return $told;
        };
        self::assertSame([], $told('openid'));
        self::assertSame([], $told('openid email'), 'it takes an agreement that nobody gave');
        self::assertSame(['phone_number' => '+4721930000'], $told('openid phone'));
        self::assertSame(['name' => 'Tam Pellow', 'fields' => ['reach' => 'Mill'], 'metadata' => ['internal' => ['insured' => 2027], 'own' => ['nickname' => 'Otter']]], $told('openid profile'));
    }
}
