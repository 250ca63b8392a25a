<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Support;

/** Chromium's own authenticator of software (WebDriver, "Virtual Authenticators" of WebAuthn Level 2 §11). */
final readonly class VirtualAuthenticator
{
    private function __construct(private Browser $browser, private string $id)
    {
    }

    public static function plug(Browser $browser, bool $verifies = true, bool $remembers = true): self
    {
        $id = $browser->driver->executeCustomCommand('/session/:sessionId/webauthn/authenticator', 'POST', [
            'protocol' => 'ctap2', 'transport' => 'internal', 'hasResidentKey' => $remembers, 'hasUserVerification' => $verifies, 'isUserVerified' => $verifies, 'isUserConsenting' => true,
        ]);

        return new self($browser, (string) $id);
    }

    /** @return list<array<string, mixed>> */
    public function credentials(): array
    {
        return $this->browser->driver->executeCustomCommand("/session/:sessionId/webauthn/authenticator/{$this->id}/credentials", 'GET');
    }

    /** It is pulled out, with all its keys. */
    public function unplug(): void
    {
        // WebDriver has it as DELETE, which php-webdriver's custom commands cannot send.
        $driver = $this->browser->driver;
        $handle = curl_init("{$driver->getCommandExecutor()->getAddressOfRemoteServer()}/session/{$driver->getSessionID()}/webauthn/authenticator/{$this->id}");
        assert($handle !== false);
        curl_setopt_array($handle, [CURLOPT_CUSTOMREQUEST => 'DELETE', CURLOPT_RETURNTRANSFER => true]);
        curl_exec($handle);
    }
}
