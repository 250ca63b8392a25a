<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Illuminate\Contracts\Foundation\Application;
use Kennel\App\Trail\Evidence\EvidenceEntry;
use Kennel\App\Trail\Evidence\EvidenceLog;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\ClientAuthentication;
use Kennel\Core\OAuth\Clients\GrantType;
use Kennel\Core\OAuth\Clients\Scope;
use Kennel\Core\OAuth\SigningKeys\Jws;
use Kennel\Core\OAuth\Tokens\CodeChallenge;
use Kennel\Core\Policy\Rehearsals\Mishap;

/** What an app and a person's browser send on the way to tokens, in one world: request by request, by the real doors, as a client library would. */
final class AppFlow
{
    private const VERIFIER = 'made-up-for-this-trial-and-of-no-use-anywhere-else';

    /** Between two requests, in seconds: nothing happens at the same moment. */
    private const BREATH = 1;

    /** Longer than a code counts, and than an answer may be lost, in seconds. */
    private const LATE = 61;

    private const ENTRIES = 40;

    /** @var list<Hop> */
    private array $hops = [];

    private int $seen = 0;

    public function __construct(private readonly Door $door, private readonly Application $inner, private readonly Cast $cast, private readonly Client $client, private readonly string $secret, private readonly Mishap $mishap)
    {
    }

    /** @return list<Hop> up to where it ends */
    public function play(): array
    {
        $this->seen = $this->newest();
        $tokens = match (true) {
            $this->client->may(GrantType::AuthorizationCode) => $this->byCode(),
            $this->client->may(GrantType::DeviceCode) => $this->byDevice(),
            default => $this->byItself(),
        };
        if ($tokens !== null) {
            $this->use($tokens);
        }

        return $this->hops;
    }

    /** @return array<array-key, mixed>|null */
    private function byCode(): ?array
    {
        $redirect = $this->client->redirectUris[0]->toString();
        $asked = [
            'response_type' => 'code', 'client_id' => $this->client->key, 'redirect_uri' => $this->mishap === Mishap::RedirectUri ? "{$redirect}/" : $redirect, 'scope' => $this->scope(GrantType::AuthorizationCode), 'state' => bin2hex(random_bytes(8)),
            'nonce' => bin2hex(random_bytes(8)), ...$this->mishap === Mishap::NoChallenge ? [] : ['code_challenge' => CodeChallenge::of(self::VERIFIER)->text, 'code_challenge_method' => 'S256'],
        ];
        $sent = $this->fetch('authorize', 'browser', 'GET', '/oauth/authorize', $asked);
        if (preg_match('/\/authorize#t=([A-Za-z0-9_-]+)$/', $sent->headers['location'] ?? '', $found) !== 1) {
            return null;
        }
        $next = $this->page('next', '/authorizations/next', ['token' => $found[1]])->json();
        if ($this->mishap === Mishap::Refused) {
            $next = $this->page('refuse', '/authorizations/refuse', ['token' => $found[1]])->json();
        } elseif (($next['step'] ?? null) === 'consent') {
            $next = $this->page('agree', '/authorizations/agree', ['token' => $found[1], 'account' => (string) data_get($next, 'asks.account.id', '')])->json();
        }
        $address = $next['address'] ?? null;
        if (! is_string($address)) {
            return null;
        }
        parse_str((string) parse_url($address, PHP_URL_QUERY), $back);
        $this->hops[] = new Hop('back', 'browser', 'GET', explode('?', $address)[0], array_map(static fn (mixed $one): string => is_string($one) ? $one : '', $back), $this->now(), 0, null, null, [], []);
        if (! is_string($back['code'] ?? null)) {
            return null;
        }
        if ($this->mishap === Mishap::LateCode) {
            $this->wait(self::LATE);
        }
        $form = ['grant_type' => 'authorization_code', 'code' => $back['code'], 'redirect_uri' => $redirect, 'code_verifier' => $this->mishap === Mishap::OtherVerifier ? strrev(self::VERIFIER) : self::VERIFIER];
        $tokens = $this->tokens('exchange', $form);
        if ($tokens !== null && $this->mishap === Mishap::CodeTwice) {
            $this->tokens('exchange_again', $form);
        }

        return $tokens;
    }

    /** @return array<array-key, mixed>|null */
    private function byDevice(): ?array
    {
        $begun = $this->fetch('device', 'app', 'POST', '/oauth/device', ['scope' => $this->scope(GrantType::DeviceCode), ...$this->shown()])->json();
        if (! is_string($begun['device_code'] ?? null)) {
            return null;
        }
        $form = ['grant_type' => GrantType::DeviceCode->value, 'device_code' => $begun['device_code']];
        $this->tokens('poll', $form);
        $this->page('read_code', '/devices/inspect', ['code' => $begun['user_code'] ?? '']);
        $this->page('let_in', '/devices/answer', ['code' => $begun['user_code'] ?? '', 'let_in' => $this->mishap !== Mishap::Refused]);
        $this->wait(is_int($begun['interval'] ?? null) ? $begun['interval'] + 1 : 6);

        return $this->tokens('poll_again', $form);
    }

    /** @return array<array-key, mixed>|null */
    private function byItself(): ?array
    {
        return $this->tokens('by_itself', ['grant_type' => 'client_credentials', 'scope' => $this->scope(GrantType::ClientCredentials)]);
    }

    /** @param  array<array-key, mixed>  $tokens */
    private function use(array $tokens): void
    {
        $access = (string) ($tokens['access_token'] ?? '');
        if (in_array(Scope::OPENID, explode(' ', (string) ($tokens['scope'] ?? '')), true)) {
            $this->fetch('userinfo', 'app', 'GET', '/oauth/userinfo', [], ['Authorization' => "Bearer {$access}"]);
        }
        $this->introspect('introspect', $access);
        $refresh = $tokens['refresh_token'] ?? null;
        if (is_string($refresh)) {
            if ($this->mishap === Mishap::SignedOut) {
                $this->page('sign_out', '/session', method: 'DELETE');
            }
            $access = $this->renew($refresh) ?? $access;
        }
        $this->fetch('revoke', 'app', 'POST', '/oauth/revoke', ['token' => $access, ...$this->shown()], $this->header());
        $this->introspect('introspect_again', $access);
    }

    /** @return string|null the newest access token */
    private function renew(string $refresh): ?string
    {
        $form = ['grant_type' => 'refresh_token', 'refresh_token' => $refresh];
        $renewed = $this->tokens('renew', $form);
        if ($renewed !== null && $this->mishap === Mishap::RefreshTwice) {
            $this->wait(self::LATE);
            $this->tokens('renew_again', $form);
            $this->tokens('renew_newest', ['grant_type' => 'refresh_token', 'refresh_token' => (string) ($renewed['refresh_token'] ?? '')]);
        }

        return is_string($renewed['access_token'] ?? null) ? $renewed['access_token'] : null;
    }

    private function introspect(string $key, string $token): void
    {
        if ($this->client->authentication !== ClientAuthentication::None) {
            $this->fetch($key, 'app', 'POST', '/oauth/introspect', ['token' => $token], $this->header());
        }
    }

    /**
     * @param  array<string, string>  $form
     * @return array<array-key, mixed>|null null where there are none
     */
    private function tokens(string $key, array $form): ?array
    {
        $answer = $this->fetch($key, 'app', 'POST', '/oauth/token', [...$form, ...$this->shown()], $this->header());

        return $answer->status === 200 ? $answer->json() : null;
    }

    private function scope(GrantType $grant): string
    {
        return implode(' ', [...array_diff($this->client->scopeOf($grant)->words, [Scope::OFFLINE]), ...$this->mishap === Mishap::UnknownScope ? ['made-up'] : []]);
    }

    /** @return array<string, string> */
    private function shown(): array
    {
        return $this->client->authentication === ClientAuthentication::None ? ['client_id' => $this->client->key] : [];
    }

    /** @return array<string, string> */
    private function header(): array
    {
        $secret = $this->mishap === Mishap::OtherSecret ? strrev($this->secret) : $this->secret;

        return $this->client->authentication === ClientAuthentication::None ? [] : ['Authorization' => 'Basic '.base64_encode("{$this->client->key}:{$secret}")];
    }

    /**
     * @param  'app'|'browser'  $who
     * @param  array<string, string>  $sent
     * @param  array<string, string>  $headers
     */
    private function fetch(string $key, string $who, string $method, string $path, array $sent, array $headers = []): Answer
    {
        $answer = $this->door->fetch($this->inner, $method, $path, http_build_query($sent), $headers);
        $this->keep($key, $who, $method, $path, [...$sent, ...$headers], $answer);

        return $answer;
    }

    /**
     * The account page's own request, by the person's browser.
     *
     * @param  array<string, mixed>|null  $body
     */
    private function page(string $key, string $path, ?array $body = null, string $method = 'POST'): Answer
    {
        $answer = (new Knock($this->door, $this->inner, $this->cast))->ask($method, $path, $body);
        $this->keep($key, 'browser', $method, "/api/v1{$path}", array_map(static fn (mixed $one): string => is_string($one) ? $one : json_encode($one, JSON_THROW_ON_ERROR), $body ?? []), $answer);

        return $answer;
    }

    /**
     * @param  'app'|'browser'  $who
     * @param  array<string, string>  $sent
     */
    private function keep(string $key, string $who, string $method, string $path, array $sent, Answer $answer): void
    {
        $answered = json_decode($answer->body, true);
        $this->hops[] = new Hop($key, $who, $method, $path, $sent, $this->now(), $answer->status, $answer->headers['location'] ?? null, is_array($answered) ? $answered : null, self::decoded($sent, is_array($answered) ? $answered : []), $this->caused());
        $this->wait(self::BREATH);
    }

    /**
     * @param  array<string, string>  $sent
     * @param  array<array-key, mixed>  $answered
     * @return list<array{name: string, header: array<array-key, mixed>, claims: array<array-key, mixed>}>
     */
    private static function decoded(array $sent, array $answered): array
    {
        $found = [];
        foreach ([...$sent, ...$answered] as $name => $value) {
            $token = is_string($value) ? Jws::read($value) : null;
            if ($token !== null) {
                $found[] = ['name' => (string) $name, 'header' => $token->header, 'claims' => $token->claims];
            }
        }

        return $found;
    }

    /** @return list<array{lane: string, label: string, content: mixed}> since the last request */
    private function caused(): array
    {
        $caused = [];
        foreach ($this->inner->make(EvidenceLog::class)->recent(self::ENTRIES) as $entry) {
            // The request itself stands above it.
            if ($entry->seq > $this->seen && $entry->lane !== 'wire') {
                $caused[] = ['lane' => $entry->lane, 'label' => $entry->label, 'content' => $entry->content];
            }
        }
        $this->seen = $this->newest();

        return $caused;
    }

    private function newest(): int
    {
        return max([0, ...array_map(static fn (EvidenceEntry $one): int => $one->seq, $this->inner->make(EvidenceLog::class)->recent(1))]);
    }

    private function now(): \DateTimeImmutable
    {
        return WorldClock::of($this->inner)->now();
    }

    private function wait(int $seconds): void
    {
        WorldClock::of($this->inner)->move($seconds);
    }
}
