<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Clients;

use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\ClientAuthentication;
use Kennel\Core\OAuth\Clients\ClientKeys;
use Kennel\Core\OAuth\SigningKeys\Jws;
use Kennel\Core\OAuth\SigningKeys\Verdict;
use Kennel\Core\OAuth\Tokens\OAuthError;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\Parameters;
use Psr\Clock\ClockInterface;

/** Which app asks at the token endpoint, by what it shows (RFC 6749 §2.3, RFC 7523 §3). One way at a time; every refusal says the same. */
final readonly class AuthenticateClient
{
    private const ASSERTION = 'urn:ietf:params:oauth:client-assertion-type:jwt-bearer';

    /** In seconds: clocks differ. */
    private const LEEWAY = 30;

    /** In seconds: an assertion is made for one request, and is remembered until it ends. */
    private const LONGEST = 600;

    public function __construct(private FindClient $find, private CheckSecret $secrets, private ClockInterface $clock)
    {
    }

    /**
     * @param  string|null  $authorization  the header
     * @param  \Closure(): non-empty-list<string>  $audiences  whom an assertion may be for: us, by our issuer or by the endpoint's address
     *
     * @throws OAuthRefused
     */
    public function __invoke(Parameters $form, #[\SensitiveParameter] ?string $authorization, \Closure $audiences): Client
    {
        $basic = self::basic($authorization);
        $ways = count(array_filter([$basic !== null, $form->text('client_secret') !== null, $form->text('client_assertion') !== null]));
        if ($ways > 1) {
            throw new OAuthRefused(OAuthError::InvalidRequest, 'The app shows who it is in more than one way (RFC 6749 2.3).');
        }
        $assertion = $form->text('client_assertion') === null ? null : Jws::read($form->needed('client_assertion'));
        $id = $basic[0] ?? $assertion?->text('sub') ?? $form->text('client_id');
        if ($id === null || ($form->text('client_id') !== null && $form->text('client_id') !== $id)) {
            throw self::refused();
        }
        $client = ($this->find)($id);
        $shown = match (true) {
            $client === null => false,
            $client->authentication === ClientAuthentication::None => $ways === 0,
            $client->authentication === ClientAuthentication::Secret => $this->secrets->isOf($client->key, $basic[1] ?? $form->text('client_secret') ?? ''),
            default => $assertion !== null && $form->text('client_assertion_type') === self::ASSERTION && $this->isAsserted($client, $assertion, $audiences()),
        };
        if ($client === null || ! $shown) {
            throw self::refused();
        }

        return $client;
    }

    /** @param  non-empty-list<string>  $audiences */
    private function isAsserted(Client $client, Jws $assertion, array $audiences): bool
    {
        $now = $this->clock->now()->getTimestamp();
        $until = $assertion->moment('exp')?->getTimestamp() ?? 0;
        $id = $assertion->text('jti') ?? '';
        $holds = $assertion->text('iss') === $client->key && $assertion->text('sub') === $client->key
            && $id !== '' && strlen($id) <= 200
            // Exactly one: what is for others as well could be shown to us by one of them.
            && count($assertion->audience()) === 1 && in_array($assertion->audience()[0], $audiences, true)
            && $until > $now - self::LEEWAY && $until <= $now + self::LONGEST
            && ($assertion->moment('nbf')?->getTimestamp() ?? 0) <= $now + self::LEEWAY
            && ClientKeys::read($client->jwks)?->verify($assertion) === Verdict::Signed;

        // Written last, and by one who could sign it: nobody else uses up what an app is going to show.
        return $holds && ShownAssertions::show(hash('sha256', "{$client->key}\0{$id}"), (new \DateTimeImmutable("@{$until}"))->modify('+'.self::LEEWAY.' seconds'));
    }

    /** @return array{string, string}|null id and secret, each form-encoded before (RFC 6749 §2.3.1) */
    private static function basic(#[\SensitiveParameter] ?string $header): ?array
    {
        if ($header === null || preg_match('/^Basic\s+([A-Za-z0-9+\/=]{1,2000})$/Di', $header, $found) !== 1) {
            return null;
        }
        $pair = explode(':', (string) base64_decode($found[1], true), 2);

        return count($pair) === 2 ? [urldecode($pair[0]), urldecode($pair[1])] : ['', ''];
    }

    private static function refused(): OAuthRefused
    {
        return new OAuthRefused(OAuthError::InvalidClient, 'The app is not known, or did not show that it is itself in the way it is registered with.');
    }
}
