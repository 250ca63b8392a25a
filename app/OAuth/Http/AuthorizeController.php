<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Http;

use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Foundation\Language;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Throttling\Source;
use Kennel\App\Foundation\Throttling\Throttle;
use Kennel\App\OAuth\Tokens\Authorize;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\Tokens\OAuthError;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\Parameters;

/**
 * Where apps send browsers (OAuth 2.1 §4.1.1). Goes on to an account page, which finds out who is there; with a 303, so that nothing that was posted is posted on
 * (RFC 9700 §4.12).
 */
final readonly class AuthorizeController
{
    public function begin(Request $request, Authorize $authorize, Clients $clients, Throttle $throttle): Response
    {
        $asked = Parameters::of([]);
        try {
            $asked = Parameters::parse($request->isMethod('POST') ? $request->getContent() : (string) $request->server->get('QUERY_STRING'));
            // Before a pushed request is used up.
            $throttle->hit('links', Source::of($request));
            $uri = $asked->text('request_uri');
            if ($uri !== null) {
                $asked = $authorize->pushed($uri, $asked->needed('client_id'));
            }
            $client = $authorize->client($asked);
        } catch (Refusal) {
            // A person is looking, so a page says it.
            return self::seeOther(self::page($clients->find($asked->text('client_id') ?? ''), 'not-let-in', ['error' => OAuthError::TemporarilyUnavailable->value], $asked));
        } catch (OAuthRefused $refused) {
            return self::seeOther(self::page($clients->find($asked->text('client_id') ?? ''), 'not-let-in', ['error' => $refused->error->value], $asked));
        }
        try {
            return self::seeOther(self::page($client, 'authorize', ['t' => $authorize->begin($asked, $client)->reveal()], $asked));
        } catch (OAuthRefused $refused) {
            return self::seeOther(Authorize::refusal($asked->needed('redirect_uri'), $asked->text('state'), $refused));
        }
    }

    /** @param  array<string, string>  $fragment  which is sent to no server */
    private static function page(?Client $client, string $page, array $fragment, Parameters $asked): string
    {
        $language = Language::wished($asked->text('ui_locales') ?? '');

        return '/a/'.($client === null ? 'app' : $client->key)."/{$page}".($language === null ? '' : "?lang={$language->value}").'#'.http_build_query($fragment, '', '&', PHP_QUERY_RFC3986);
    }

    private static function seeOther(string $address): Response
    {
        return new Response('', 303, ['Location' => $address, 'Cache-Control' => 'no-store']);
    }
}
