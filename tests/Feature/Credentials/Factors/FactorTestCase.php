<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Credentials\Factors;

use Illuminate\Testing\TestResponse;
use Kennel\App\Directory\Accounts\Account;
use Kennel\Core\Credentials\Factors\Totp;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Tests\Feature\DoorTestCase;
use ParagonIE\ConstantTime\Base32;

abstract class FactorTestCase extends DoorTestCase
{
    /** @var list<string> as they were shown, once */
    protected array $sheet = [];

    protected Totp $totp;

    /** An authenticator app of whoever is signed in. */
    protected function enrol(string $name = 'Phone', string $surface = 'pages'): string
    {
        $begun = $this->knock('POST', '/account/factors/authenticators', ['name' => $name], [], $surface)->assertCreated();
        $this->totp = self::totpOf((string) $begun->json('key'));
        $id = $begun->json('id');
        $sheet = $this->knock('POST', "/account/factors/authenticators/{$id}/confirm", ['code' => $this->code()], [], $surface)->assertOk()->json('recovery_codes');
        $this->sheet = is_array($sheet) ? array_values($sheet) : $this->sheet;
        $this->clock->move('+1 minute');

        return $id;
    }

    /** @param  string  $key  as the page shows it */
    protected static function totpOf(string $key): Totp
    {
        return new Totp(new Secret(Base32::decodeUpper(str_replace(' ', '', $key))));
    }

    protected function code(int $drift = 0): string
    {
        return $this->totp->code($this->totp->stepAt($this->clock->now()) + $drift);
    }

    /** Signed in, enrolled, and signed out. */
    protected function enrolled(): Account
    {
        $account = $this->holder();
        $this->signIn()->assertCreated();
        $this->enrol();
        $this->knock('DELETE', '/session')->assertNoContent();

        return $account;
    }

    protected function show(string $token, string $code, bool $trusts = false): TestResponse
    {
        return $this->knock('POST', '/sessions/second-factor', ['token' => $token, 'code' => $code, 'trust_device' => $trusts]);
    }

    protected function firstStep(): string
    {
        return (string) $this->signIn()->assertStatus(202)->assertJsonPath('needs', 'second_factor')->json('token');
    }
}
