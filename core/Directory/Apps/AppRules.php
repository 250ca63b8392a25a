<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Apps;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** What one app asks of those who sign up, and how its account pages look. */
final readonly class AppRules
{
    public const EXAMPLE = [
        'key' => 'example', 'look' => ['name' => 'Example', 'colour' => '#006373', 'ground' => '', 'logo' => ''], 'admission' => 'nobody',
        'domains' => [], 'subdomains' => false, 'registered' => 'discreet', 'session' => 'after_proof',
        'roles' => [], 'landing' => ['address' => '', 'roles' => []], 'ways' => ['password'], 'providers' => [], 'second_factor' => 'offered',
    ];

    public function __construct(
        public string $key,
        public Look $look,
        public Admission $admission,
        /** Whether an address that has an account already is kept quiet about. */
        public bool $isDiscreet,
        /** Whether signing up opens a session, limited until the duties are done. */
        public bool $opensSession,
        /** @var list<string> what whoever signs up here gets beside what everybody gets; role keys */
        public array $roles = [],
        public LandingRules $landing = new LandingRules(null),
        /** Of everybody who came by this app. */
        public bool $demandsFactor = false,
        /** @var list<SigninWay> by which people can begin to sign in on its pages */
        public array $ways = [SigninWay::Password],
        /** @var list<string> outside providers that its sign-in page offers as well; their keys */
        public array $providers = [],
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $key = $document->text('key', 40, 'The app', Registration::KEY);
        $look = Look::read($document->section('look', 'How its account pages look'));
        $kind = $document->choice('admission', Admission::KINDS, 'Who may sign up by themselves');
        $domains = $document->strings('domains', 'The e-mail domains that are admitted, for admission “domains”');
        $subdomains = $document->boolean('subdomains', 'Admit their subdomains too');
        $isDiscreet = $document->choice('registered', ['say_so', 'discreet'], 'What somebody hears whose address has an account: that it has, or what everybody hears') === 'discreet';
        $opensSession = $document->choice('session', ['at_once', 'after_proof'], 'When the first session can begin') === 'at_once';
        $roles = $document->strings('roles', 'The roles that whoever signs up here gets, beside those that everybody gets');
        $landing = LandingRules::read($document->section('landing', 'Where whoever has signed in goes on to'));
        $demandsFactor = $document->choice('second_factor', ['offered', 'demanded'], 'Whether whoever came by this app needs a second factor') === 'demanded';
        $ways = self::ways($document);
        $providers = $document->strings('providers', 'The outside providers that its sign-in page offers as well, in that order');
        $document->nothingElse();
        if ($isDiscreet && $opensSession) {
            // A stranger would have to be given a session for somebody else's account, or be told by not getting one.
            throw $document->mistake('session', 'at_once would tell a stranger who is registered; choose after_proof, or registered say_so');
        }
        if ($kind === Admission::DOMAINS && $domains === []) {
            throw $document->mistake('domains', 'must list at least one domain while only listed domains are admitted');
        }
        try {
            return new self($key, $look, Admission::of($kind, $domains, $subdomains), $isDiscreet, $opensSession, $roles, $landing, $demandsFactor, $ways, $providers);
        } catch (\InvalidArgumentException $error) {
            throw $document->mistake('domains', $error->getMessage());
        }
    }

    public function offers(SigninWay $way): bool
    {
        return in_array($way, $this->ways, true);
    }

    /**
     * @return list<SigninWay>
     *
     * @throws InvalidRuleBook
     */
    private static function ways(Document $document): array
    {
        $ways = [];
        foreach ($document->strings('ways', 'The ways in that its sign-in page offers, in that order: '.implode(', ', SigninWay::names())) as $name) {
            $ways[] = SigninWay::tryFrom($name) ?? throw $document->mistake('ways', "“{$name}” is none of ".implode(', ', SigninWay::names()));
        }
        if ($ways === [] || count(array_unique($ways, SORT_REGULAR)) !== count($ways)) {
            throw $document->mistake('ways', 'must list at least one way, each once');
        }

        return $ways;
    }

    /**
     * @param  iterable<self>  $apps
     * @return list<string> keys of those whose people need a second factor
     */
    public static function demandingFactor(iterable $apps): array
    {
        $demanding = [];
        foreach ($apps as $app) {
            if ($app->demandsFactor) {
                $demanding[] = $app->key;
            }
        }

        return $demanding;
    }

    /**
     * @return array<string, self> by key
     *
     * @throws InvalidRuleBook
     */
    public static function readAll(Document $root): array
    {
        return $root->keyed('apps', self::EXAMPLE, self::read(...), 'What each app asks of those who sign up, and how its pages look');
    }
}
