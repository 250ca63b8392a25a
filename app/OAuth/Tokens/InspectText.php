<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\App\Foundation\Moment;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\SigningKeys\Jws;
use Kennel\Core\OAuth\SigningKeys\Verdict;
use Kennel\Core\OAuth\Tokens\AuthorizationRequest;
use Kennel\Core\OAuth\Tokens\DecideRefresh;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\Parameters;
use Kennel\Core\OAuth\Tokens\RefreshToken;
use Kennel\Core\OAuth\Tokens\RefreshVerdict;
use Psr\Clock\ClockInterface;

/**
 * What a developer holds in their hand: a token, the address an app sends a browser to, or the one it comes back with. Tokens of others are read as far as they can be.
 * Nothing of it is kept anywhere.
 */
final readonly class InspectText
{
    public const LONGEST = 32_768;

    /** What is worth something to whoever reads it; said to be there, and not repeated. */
    private const SECRET = ['code', 'code_verifier', 'client_secret', 'client_assertion', 'refresh_token', 'access_token', 'id_token', 'id_token_hint', 'state', 'nonce'];

    public function __construct(private SigningKeys $keys, private Clients $clients, private Holdings $holdings, private ClockInterface $clock)
    {
    }

    public function __invoke(#[\SensitiveParameter] string $pasted): Inspected
    {
        $text = trim((string) preg_replace('/^(?:authorization:\s*)?bearer\s+/i', '', trim($pasted)));
        $refresh = RefreshToken::read($text);
        $opaque = Token::read($text);

        return match (true) {
            $refresh !== null => $this->refresh($refresh),
            $opaque !== null => $this->opaque($opaque),
            substr_count($text, '.') === 2 && ! str_contains($text, '://') => $this->signed($text),
            str_contains($text, '=') => $this->address($text),
            default => new Inspected('unknown', [], [new Check('form', false, 'unknown')]),
        };
    }

    private function signed(#[\SensitiveParameter] string $text): Inspected
    {
        $token = Jws::read($text);
        if ($token === null) {
            return new Inspected('jwt', [], [new Check('form', false, strlen($text) > Jws::LARGEST ? 'too_large' : 'no_jwt')]);
        }
        $kind = match (true) {
            ($token->header['typ'] ?? null) === 'at+jwt' => 'access_token',
            ($token->header['typ'] ?? null) === 'logout+jwt' => 'logout_token',
            $token->text('nonce') !== null || ($token->text('sid') !== null && $token->moment('auth_time') !== null) => 'id_token',
            default => 'jwt',
        };
        $isOurs = $token->text('iss') === Issuer::name();
        $grant = $kind === 'access_token' ? TokenId::authorization($token->text('jti') ?? '') : null;
        $holding = $isOurs && $grant !== null ? $this->holdings->find($grant) : null;
        $checks = [new Check('issuer', $isOurs, $isOurs ? 'ours' : 'others'), $this->signature($token, $isOurs), ...$this->times($token), ...$this->audience($token)];
        if ($kind === 'access_token' && $isOurs) {
            array_push($checks, ...$this->standing($token, $holding, $grant !== null));
        }

        return new Inspected($kind, ['header' => $token->header, 'claims' => $token->claims], $checks, $holding);
    }

    private function signature(Jws $token, bool $isOurs): Check
    {
        $verdict = $this->keys->verify($token);
        if ($verdict === Verdict::KeyUnknown && $isOurs) {
            foreach ($this->keys->all() as $key) {
                if ($key->id === ($token->header['kid'] ?? null)) {
                    return new Check('signature', false, $key->withdrawn_at !== null ? 'key_withdrawn' : 'key_gone', ['key' => $key->id, 'since' => $key->withdrawn_at ?? '']);
                }
            }
        }

        return new Check('signature', $verdict === Verdict::Signed ? true : ($isOurs || $verdict !== Verdict::KeyUnknown ? false : null), $verdict->value, ['key' => is_string($token->header['kid'] ?? null) ? $token->header['kid'] : '']);
    }

    /** @return list<Check> */
    private function times(Jws $token): array
    {
        $now = $this->clock->now();
        $checks = [];
        foreach (['exp' => 'expires', 'nbf' => 'not_before', 'iat' => 'issued'] as $claim => $what) {
            $moment = $token->moment($claim);
            if ($moment !== null) {
                $holds = $claim === 'exp' ? $moment > $now : $moment <= $now;
                $checks[] = new Check($what, $holds, $holds ? 'right' : ($claim === 'exp' ? 'over' : 'future'), ['at' => Moment::write($moment)]);
            }
        }

        return isset($token->claims['exp']) ? $checks : [...$checks, new Check('expires', false, 'missing')];
    }

    /** @return list<Check> */
    private function audience(Jws $token): array
    {
        $audience = $token->audience();
        $known = array_filter($audience, fn (string $one): bool => $one === Issuer::name() || $this->clients->find($one) !== null || array_filter($this->clients->all, static fn (Client $client): bool => in_array($one, $client->resources, true)) !== []);

        return [new Check('audience', $audience === [] ? false : ($known === [] ? null : true), $audience === [] ? 'missing' : ($known === [] ? 'not_known' : 'known'), ['audience' => implode(', ', $audience)])];
    }

    /** @return list<Check> */
    private function standing(Jws $token, ?Holding $holding, bool $isOfPerson): array
    {
        if (RevokedToken::query()->whereKey($token->text('jti') ?? '')->exists()) {
            return [new Check('live', false, 'revoked')];
        }
        if (! $isOfPerson) {
            return [new Check('live', $this->clients->find($token->text('client_id') ?? '') !== null, 'of_app')];
        }

        return $holding === null ? [new Check('live', false, 'forgotten')] : [$this->live($holding), $this->allows($token, $holding)];
    }

    private function live(Holding $holding): Check
    {
        $why = $holding->whyNot($this->clock->now());

        return new Check('live', $why === null, $why ?? 'right', ['by' => $holding->endedBy ?? '']);
    }

    private function allows(Jws $token, Holding $holding): Check
    {
        $said = array_values(array_filter((array) ($token->claims['permissions'] ?? []), is_string(...)));
        $lost = array_values(array_diff($said, $holding->permissions));

        return new Check('allows', $lost === [], $lost === [] ? 'right' : 'lost', ['lost' => implode(', ', $lost), 'now' => implode(', ', $holding->permissions)]);
    }

    private function refresh(RefreshToken $token): Inspected
    {
        $holding = $this->holdings->ofFamily($token->familyDigest());
        if ($holding?->family === null) {
            return new Inspected('refresh_token', [], [new Check('live', false, 'not_known')]);
        }
        $verdict = DecideRefresh::of($token, $holding->family, $this->clock->now());

        return new Inspected('refresh_token', [], [
            new Check('newest', $verdict !== RefreshVerdict::Reused, match ($verdict) {
                RefreshVerdict::Renewed => 'right',
                RefreshVerdict::RenewedAgain => 'former',
                RefreshVerdict::Lapsed => 'lapsed',
                RefreshVerdict::Reused => 'used_before',
            }, ['until' => Moment::write($holding->lapsesAt)]),
            $this->live($holding),
        ], $holding);
    }

    private function opaque(Token $token): Inspected
    {
        $row = AccessToken::query()->where('digest', $token->digest())->first();
        if ($row === null) {
            return new Inspected('opaque', [], [new Check('live', false, 'not_known')]);
        }
        $holding = $row->authorization_seq === null ? null : $this->holdings->at($row->authorization_seq);
        $isInTime = Moment::read($row->expires_at) > $this->clock->now();

        return new Inspected('opaque', ['token' => ['client_id' => $row->app_key, 'scope' => $row->scope, 'aud' => json_decode($row->audience, true), 'iat' => Moment::read($row->issued_at)->getTimestamp(), 'exp' => Moment::read($row->expires_at)->getTimestamp()]], [
            new Check('expires', $isInTime, $isInTime ? 'right' : 'over', ['at' => $row->expires_at]), ...$holding === null ? [] : [$this->live($holding)],
        ], $holding);
    }

    /** Of an authorization request, or of the answer to one. */
    private function address(#[\SensitiveParameter] string $text): Inspected
    {
        $query = (string) preg_replace('/^[^?#]*[?#]/', '', $text);
        try {
            $given = Parameters::parse($query);
        } catch (OAuthRefused $refused) {
            return new Inspected('unknown', [], [new Check('form', false, 'refused', ['says' => $refused->description])]);
        }
        parse_str($query, $shown);
        $parameters = [];
        foreach ($shown as $name => $value) {
            $parameters[(string) $name] = in_array($name, self::SECRET, true) ? '(not repeated)' : $value;
        }
        if ($given->text('response_type') !== null || $given->text('request_uri') !== null) {
            return new Inspected('authorization_request', ['parameters' => $parameters], $this->request($given));
        }
        if ($given->text('code') === null && $given->text('error') === null) {
            return new Inspected('unknown', ['parameters' => $parameters], [new Check('form', false, 'unknown')]);
        }
        $issuer = $given->text('iss');

        return new Inspected('redirect', ['parameters' => $parameters], [
            new Check('issuer', $issuer === Issuer::name(), $issuer === null ? 'missing' : ($issuer === Issuer::name() ? 'ours' : 'others')),
            $given->text('error') === null ? $this->code($given->needed('code')) : new Check('answer', false, 'error', ['error' => $given->needed('error'), 'says' => $given->text('error_description') ?? '']),
        ]);
    }

    /** @return list<Check> */
    private function request(Parameters $given): array
    {
        $client = $this->clients->find($given->text('client_id') ?? '');
        $checks = [new Check('client', $client !== null, $client === null ? 'not_known' : 'known')];
        if ($client === null || $given->text('request_uri') !== null) {
            return $checks;
        }
        $fits = $client->redirectsTo($given->text('redirect_uri') ?? '');
        $checks[] = new Check('redirect_uri', $fits, $fits ? 'registered' : 'not_registered', ['registered' => implode(', ', array_map(static fn ($one): string => $one->toString(), $client->redirectUris))]);
        try {
            AuthorizationRequest::read($given, $client);

            return [...$checks, new Check('request', true, 'right')];
        } catch (OAuthRefused $refused) {
            return [...$checks, new Check('request', false, 'refused', ['says' => "{$refused->error->value}: {$refused->description}"])];
        }
    }

    private function code(#[\SensitiveParameter] string $text): Check
    {
        $token = Token::read($text);
        $code = $token === null ? null : $this->holdings->ofCode($token->digest())?->code;

        return match (true) {
            $code === null => new Check('answer', false, 'code_not_known'),
            $code->isUsed => new Check('answer', false, 'code_used'),
            $code->until !== null && $code->until <= $this->clock->now() => new Check('answer', false, 'code_over', ['at' => Moment::write($code->until)]),
            default => new Check('answer', true, 'code_waits', ['at' => $code->until === null ? '' : Moment::write($code->until)]),
        };
    }
}
