<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Credentials\Factors\FactorResets;
use Kennel\App\Credentials\Factors\TendFactors;
use Kennel\App\Credentials\Factors\TendPasskeys;
use Kennel\App\Credentials\Factors\TendPhones;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Throttling\Source;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Secrets\Token;

/** The second factors of one's own. Open to limited accounts: adding one can be what is owed. */
final readonly class OwnFactorController
{
    public function __construct(private Caller $caller, private TendFactors $tend, private FactorResource $resource, private Accounts $accounts)
    {
    }

    public function index(): JsonResponse
    {
        return Json::ok($this->resource->of($this->accounts->find($this->caller->get()->accountId) ?? throw Refusal::notFound()));
    }

    /** What goes into the app is said once, here; it counts when a first code of it is typed. */
    public function begin(Request $request): JsonResponse
    {
        $holder = $this->caller->get();
        $body = Body::of($request);
        $name = $body->text('name') ?? '';
        $body->complete();
        ['id' => $id, 'totp' => $totp] = $this->tend->begin($holder, $name);

        return Json::ok(['id' => $id, 'key' => $totp->key(), 'address' => $totp->address((string) config('kennel.sender.name'), $holder->email)], 201);
    }

    public function confirm(string $id, Request $request): JsonResponse
    {
        $holder = $this->caller->get();
        $body = Body::of($request);
        $code = $body->secret('code') ?? new Secret('');
        $body->complete();

        return self::added($this->tend->confirm($holder, $id, $code, Source::of($request)), $request, 200);
    }

    public function remove(string $id): Response
    {
        $this->tend->remove($this->caller->get(), $id);

        return new Response(status: 204);
    }

    /** What the browser asks an authenticator to make. */
    public function beginPasskey(TendPasskeys $passkeys): JsonResponse
    {
        return Json::ok($passkeys->begin($this->caller->get()));
    }

    public function addPasskey(Request $request, TendPasskeys $passkeys): JsonResponse
    {
        $holder = $this->caller->get();
        $body = Body::of($request);
        $name = $body->text('name') ?? '';
        $response = $body->object('response');
        $body->complete();

        return self::added($passkeys->finish($holder, $name, $response), $request, 201);
    }

    public function removePasskey(string $id, TendPasskeys $passkeys): Response
    {
        $passkeys->remove($this->caller->get(), $id);

        return new Response(status: 204);
    }

    /** Sends a first code; the telephone counts when it is typed. */
    public function beginPhone(Request $request, TendPhones $phones): JsonResponse
    {
        $holder = $this->caller->get();
        $body = Body::of($request);
        $number = $body->text('number') ?? '';
        $body->complete();
        $phone = $phones->begin($holder, $number);

        return Json::ok(['id' => $phone->id, 'number' => $phone->number], 201);
    }

    public function confirmPhone(string $id, Request $request, TendPhones $phones): JsonResponse
    {
        $holder = $this->caller->get();
        $body = Body::of($request);
        $code = $body->secret('code') ?? new Secret('');
        $body->complete();

        return self::added($phones->confirm($holder, $id, $code, Source::of($request)), $request, 200);
    }

    public function removePhone(string $id, TendPhones $phones): Response
    {
        $phones->remove($this->caller->get(), $id);

        return new Response(status: 204);
    }

    public function renewCodes(): JsonResponse
    {
        return Json::ok(['recovery_codes' => $this->tend->renewCodes($this->caller->get())], 201);
    }

    public function forgetDevices(): Response
    {
        $this->tend->forgetDevices($this->caller->get());

        return new Response(status: 204);
    }

    public function stopReset(FactorResets $resets): Response
    {
        $resets->stopByHolder($this->caller->get());

        return new Response(status: 204);
    }

    /** @param  array{sheet: list<string>|null, token: Token, until: \DateTimeImmutable|null}  $added */
    private static function added(array $added, Request $request, int $status): JsonResponse
    {
        return Json::ok(['recovery_codes' => $added['sheet']], $status)->withCookie(Surface::of($request)->cookie($added['token']->reveal(), $added['until']));
    }
}
