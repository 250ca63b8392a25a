<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Http;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\BrowserMark;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\SignIn\Providers\BeginTrip;
use Kennel\App\SignIn\Providers\FinishTrip;
use Kennel\App\SignIn\Providers\Links;
use Kennel\App\SignIn\Providers\ProviderLink;
use Kennel\Core\Foundation\Secrets\Token;

/** The outside providers that a holder's account is linked to. */
final readonly class OwnProviderController
{
    public function __construct(private Caller $caller, private Links $links)
    {
    }

    public function index(): JsonResponse
    {
        return Json::ok(['items' => self::present($this->links->of($this->caller->get()->accountId))]);
    }

    /** There to be linked; the holder comes back as from signing in. */
    public function begin(Request $request, BeginTrip $begin, Apps $apps, BrowserMark $mark): JsonResponse
    {
        $holder = $this->caller->get();
        $body = Body::of($request);
        $app = $apps->find($body->text('app') ?? '') ?? throw Refusal::notFound();
        $provider = $body->text('provider') ?? '';
        $body->complete();
        $cookie = $mark->cookie($request);

        return Json::ok(['address' => $begin($app, $provider, Token::read((string) $cookie->getValue()) ?? throw Refusal::notFound(), false, app()->getLocale(), $holder->accountId)])->withCookie($cookie);
    }

    /** Whoever came from a provider and has signed in by another way since. */
    public function accept(Request $request, FinishTrip $finish): Response
    {
        $this->caller->get();
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $body->complete();
        $finish->accept($token, BrowserMark::of($request));

        return new Response(status: 204);
    }

    public function remove(string $id, ConnectionInterface $database, Accounts $accounts): Response
    {
        $holder = $this->caller->get();
        $database->transaction(fn () => $this->links->remove($accounts->find($holder->accountId) ?? throw Refusal::notFound(), $id));

        return new Response(status: 204);
    }

    /**
     * @param  list<ProviderLink>  $links
     * @return list<array<string, mixed>>
     */
    public static function present(array $links): array
    {
        return array_map(static fn (ProviderLink $one): array => ['id' => $one->id, 'provider' => $one->name, 'address' => $one->address, 'linked_at' => $one->linked_at, 'used_at' => $one->used_at], $links);
    }
}
