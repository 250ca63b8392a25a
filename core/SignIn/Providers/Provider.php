<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn\Providers;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** An outside OpenID provider whose people can sign in here. Its secret, where it gave us one, is kept sealed and stands in no rule. */
final readonly class Provider
{
    public const EXAMPLE = ['key' => 'example', 'name' => 'Example', 'issuer' => 'https://id.example', 'client_id' => 'kennel', 'authentication' => 'none', 'newcomers' => 'admitted'];

    public function __construct(
        public string $key,
        /** As its button says. */
        public string $name,
        /** Exactly as its discovery document has it (OpenID Connect Discovery 1.0 §4.3). */
        public string $issuer,
        public string $clientId,
        /** Whether we show a secret at its token endpoint; PKCE is always used. */
        public bool $hasSecret = false,
        /** Whether an account is made of whoever has none, where the app admits them. */
        public bool $admitsNewcomers = true,
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $key = $document->text('key', 40, 'The provider', '^[a-z0-9-]{1,40}$');
        $name = $document->text('name', 60, 'As its button says', '\S');
        $issuer = $document->text('issuer', 500, 'Its issuer, exactly as its discovery document has it', '^https?://\S+$');
        $clientId = $document->text('client_id', 200, 'What it calls us', '^\S+$');
        $hasSecret = $document->choice('authentication', ['none', 'secret'], 'How we show who we are when a code is exchanged; PKCE is used either way') === 'secret';
        $admitsNewcomers = $document->choice('newcomers', ['admitted', 'linked'], 'Whether whoever has no account gets one where the app admits them, or has to sign in once by another way') === 'admitted';
        $document->nothingElse();
        if (! ProviderAddress::isSafe($issuer) || preg_match('/[?#]/', $issuer) === 1) {
            throw $document->mistake('issuer', 'must begin with https:// (http:// only on this machine) and have neither "?" nor "#"');
        }

        return new self($key, $name, $issuer, $clientId, $hasSecret, $admitsNewcomers);
    }
}
