<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Registration\Invitations;

use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\Tests\Feature\DoorTestCase;

abstract class InvitationTestCase extends DoorTestCase
{
    protected const NEW_PASSWORD = 'plum gravel evening 42';

    /**
     * @param  list<array<string, mixed>>  $rows
     * @param  array<string, mixed>  $more
     */
    protected function judge(array $rows, array $more = []): TestResponse
    {
        return $this->knock('POST', '/invitations/judge', ['app' => 'floodline', 'roles' => [], 'language' => 'en', 'rows' => $rows, ...$more], surface: 'console');
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @param  array<string, mixed>  $more
     */
    protected function invite(array $rows, array $more = []): TestResponse
    {
        return $this->knock('POST', '/invitations', ['app' => 'floodline', 'roles' => [], 'language' => 'en', 'rows' => $rows, ...$more], surface: 'console');
    }

    /** The link that the last message to an address holds. */
    protected function linkTo(string $address): string
    {
        preg_match('/#t=([A-Za-z0-9_-]{43})/', $this->textTo($address), $found);

        return $found[1] ?? '';
    }

    protected function textTo(string $address): string
    {
        $sealed = DB::table('messages')->where('recipient', $address)->orderByDesc('seq')->value('sealed');

        return $this->app->make(Composition::class)->open((string) $sealed)['text'];
    }

    protected function inspect(string $token): TestResponse
    {
        return $this->knock('POST', '/invitations/inspect', ['token' => $token]);
    }

    protected function accept(string $token, string $name = 'Ilse Bakker', ?string $password = self::NEW_PASSWORD): TestResponse
    {
        return $this->knock('POST', '/invitations/accept', ['token' => $token, ...$password === null ? [] : ['name' => $name, 'password' => $password]]);
    }

    protected function idOf(string $address): string
    {
        return (string) DB::table('invitations')->where('email', $address)->orderByDesc('seq')->value('id');
    }

    protected function assertRefusedAs(string $code, TestResponse $response): void
    {
        $response->assertUnprocessable()->assertJsonPath('reasons.0.code', $code);
    }
}
