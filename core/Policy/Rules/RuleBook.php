<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rules;

use Kennel\Core\Credentials\Challenges\CodeRules;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\PasswordRules;
use Kennel\Core\Credentials\Sessions\SessionRules;
use Kennel\Core\Directory\Accounts\AddressRules;
use Kennel\Core\Directory\Accounts\FactorDemand;
use Kennel\Core\Directory\Accounts\FactorRules;
use Kennel\Core\Directory\Apps\AppRules;
use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\FieldOrigin;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Pictures\PictureRules;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Foundation\Retention\RetentionRules;
use Kennel\Core\Foundation\Throttling\ThrottleRules;
use Kennel\Core\Messaging\Mail\AllowanceRules;
use Kennel\Core\Messaging\Wording\WordingRules;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\SigningKeys\KeyRules;
use Kennel\Core\Policy\Rules\Upgrades\UpgradeBook;
use Kennel\Core\Registration\Invitations\InvitationRules;
use Kennel\Core\Registration\Signup\SignupRules;
use Kennel\Core\Registration\Verification\AddressChangeRules;
use Kennel\Core\Registration\Verification\VerificationRules;
use Kennel\Core\SignIn\Providers\ProviderRules;
use Kennel\Core\SignIn\SigninRules;

/** Every rule an operator can set, as typed values. No setting is read anywhere else. */
final readonly class RuleBook
{
    /** @param  array<string, AppRules>  $apps  by key */
    private function __construct(
        public array $apps,
        public Clients $clients,
        public KeyRules $signingKeys,
        public SignupRules $signup,
        public AddressRules $addresses,
        public FieldRules $fields,
        public DisclosureRules $disclosure,
        public PictureRules $pictures,
        public PasswordRules $password,
        public HashingRules $hashing,
        public VerificationRules $verification,
        public VerificationRules $recovery,
        public CodeRules $codes,
        public AddressChangeRules $addressChanges,
        public InvitationRules $invitations,
        public WordingRules $wordings,
        public AllowanceRules $allowance,
        public SigninRules $signin,
        public FactorRules $factors,
        public ProviderRules $providers,
        public SessionRules $sessions,
        public ReviewRules $review,
        public ThrottleRules $throttles,
        public RetentionRules $retention,
        private Document $document,
    ) {
    }

    /**
     * @param  array<array-key, mixed>  $document
     *
     * @throws InvalidRuleBook naming the path of the first mistake
     */
    public static function fromArray(array $document): self
    {
        $root = new Document($document);
        $today = UpgradeBook::ofToday()->format();
        $root->integer('format', $today, $today, 'The form of this document; older ones are led to it where they are read');
        $book = new self(
            AppRules::readAll($root),
            Clients::read($root),
            KeyRules::read($root->section('signing_keys', 'The keys that tokens are signed by')),
            SignupRules::read($root->section('signup', 'What holds for sign-up on every app')),
            AddressRules::read($root->section('addresses', 'What makes two spellings of an address one account')),
            FieldRules::read($root),
            DisclosureRules::read($root->section('disclosure', 'Who is handed what of an account')),
            PictureRules::read($root->section('pictures', 'Who may see pictures')),
            PasswordRules::read($root->section('password', 'What a new password must be; lengths in code points')),
            HashingRules::read($root->section('hashing', 'How passwords are stored: Argon2id (RFC 9106) or bcrypt')),
            VerificationRules::read($root->section('verification', 'Links that prove an address')),
            VerificationRules::read($root->section('recovery', 'Links that set a new password')),
            CodeRules::read($root->section('codes', 'Codes that are typed from a message, beside links or in their place')),
            AddressChangeRules::read($root->section('address_changes', 'What holds when a holder has another address')),
            InvitationRules::read($root->section('invitations', 'How long invitations stay open')),
            WordingRules::read($messages = $root->section('messages', 'What messages say, and how many go out')),
            AllowanceRules::read($messages->section('allowance', 'How many messages go out in a day (UTC)')),
            SigninRules::read($root->section('signin', 'Links and codes that sign in')),
            FactorRules::read($root->section('factors', 'Second factors')),
            ProviderRules::read($root),
            SessionRules::read($root->section('sessions', 'How long a session lives')),
            ReviewRules::read($root->section('review', 'How a draft of these rules is published')),
            ThrottleRules::read($root->section('throttles', 'How often a stranger may knock')),
            RetentionRules::read($root->section('retention', 'How long rows stay that nobody needs any more')),
            $root,
        );
        $messages->nothingElse();
        $root->nothingElse();
        $book->referToWhatIsThere();

        return $book;
    }

    /** @param  \Closure(list<string>): list<string>  $including  the roles, and those that include one of them */
    public function factorDemand(\Closure $including): FactorDemand
    {
        return new FactorDemand($this->factors, $including($this->factors->roles), AppRules::demandingFactor($this->apps));
    }

    /** @return array<string, mixed> JSON Schema (2020-12) of the document this was read from */
    public function schema(): array
    {
        return ['$schema' => 'https://json-schema.org/draft/2020-12/schema', 'title' => 'Kennel rule book', ...$this->document->schema()];
    }

    /** @throws InvalidRuleBook for an app or a field that another rule names and that is not there */
    private function referToWhatIsThere(): void
    {
        foreach ($this->fields->all as $field) {
            foreach (array_diff($field->apps, array_keys($this->apps)) as $unknown) {
                throw new InvalidRuleBook("fields.{$field->key}.apps: there is no app \"{$unknown}\"");
            }
        }
        foreach ($this->apps as $app) {
            foreach (array_diff($app->providers, array_keys($this->providers->all)) as $unknown) {
                throw new InvalidRuleBook("apps.{$app->key}.providers: there is no provider \"{$unknown}\"");
            }
        }
        foreach (array_diff(array_keys($this->clients->all), array_keys($this->apps)) as $unknown) {
            throw new InvalidRuleBook("clients: there is no app \"{$unknown}\"");
        }
        foreach (array_diff(array_keys($this->sessions->apps), array_keys($this->apps)) as $unknown) {
            throw new InvalidRuleBook("sessions.apps: there is no app \"{$unknown}\"");
        }
        foreach (array_diff($this->disclosure->apps(), array_keys($this->apps)) as $unknown) {
            throw new InvalidRuleBook("disclosure: there is no app \"{$unknown}\"");
        }
        foreach (array_diff($this->wordings->apps(), array_keys($this->apps)) as $unknown) {
            throw new InvalidRuleBook("messages.wordings: there is no app \"{$unknown}\"");
        }
        foreach (array_keys($this->disclosure->fields) as $key) {
            $field = FieldKey::parse($key);
            if ($field->origin === FieldOrigin::Defined && $this->fields->find($field->name) === null) {
                throw new InvalidRuleBook("disclosure.fields.{$key}: there is no such field in this rule book");
            }
        }
    }
}
