<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Installation;

use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Apps\Registration;
use Kennel\Core\Foundation\Reasons\Mistakes;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\EmailAddress;

/** What an empty Kennel begins with: its first app, and the first who may do everything. */
final readonly class InstallationRequest
{
    private function __construct(
        public Registration $app,
        public PersonName $name,
        public EmailAddress $email,
        /** Null for a link by which the keeper sets one. */
        public ?Secret $password,
        /** Also for a keeper who is there already. */
        public bool $wantsLink,
    ) {
    }

    /** @throws Refusal with every mistake, by its field */
    public static function parse(string $app, string $appName, string $appKind, string $name, string $email, ?Secret $password, bool $wantsLink = false): self
    {
        $registration = Registration::parse($app, $appName, $appKind);
        $mistakes = new Mistakes;
        $mistakes->add(...is_array($registration) ? $registration : []);
        $person = $mistakes->attempt(static fn (): PersonName => PersonName::parse($name));
        $address = $mistakes->attempt(static fn (): EmailAddress => EmailAddress::parse($email));
        if ($registration instanceof Registration && $person !== null && $address !== null) {
            return new self($registration, $person, $address, $password, $wantsLink);
        }

        throw Refusal::invalid($mistakes->all());
    }
}
