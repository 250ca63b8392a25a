<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Throttling;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/**
 * How often a stranger may knock at a door that costs something: by the source, and by the address where one is named, alike whether
 * it is known or not. Sign-ups by source have their rule beside the other guards against programs (signup.bots).
 */
final readonly class ThrottleRules
{
    public const LIMITS = [
        'verdicts' => 'Verdicts while somebody types, from one source',
        'forms' => 'Sign-up forms opened from one source',
        'signups_of_address' => 'Sign-ups for one address',
        'recoveries' => 'Reset links asked for from one source',
        'recoveries_of_address' => 'Reset links asked for one address',
        'resends' => 'Verification links asked for from one source',
        'resends_of_address' => 'Verification links asked for one address',
        'links' => 'Mailed links looked at or followed from one source',
    ];

    /** @param  array<string, Limit>  $limits  by the keys of LIMITS */
    public function __construct(
        private array $limits,
        public Brake $signinsOfAccount,
        public Brake $signinsOfSource,
        /** Of the network a source is in, for who guesses from many. */
        public Brake $signinsOfNet,
        /** Of everybody together, for who guesses from everywhere. */
        public Brake $signinsOfService,
        /** Failures in a row on one account; then only a new password, or a device that is known, gets in. 0 for none. */
        public int $ceiling,
        /** After so many failures in a row the holder is told, at most once a day. 0 for never. */
        public int $tellAfter,
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $limits = [];
        foreach (self::LIMITS as $key => $about) {
            $limits[$key] = Limit::read($document->section($key, $about));
        }
        $rules = new self(
            $limits,
            Brake::read($document->section('signins_of_account', 'Failed sign-ins to one account, or to an address that has none')),
            Brake::read($document->section('signins_of_source', 'Failed sign-ins from one source')),
            Brake::read($document->section('signins_of_net', 'Failed sign-ins from one network: a /24 of version 4, a /48 of version 6')),
            Brake::read($document->section('signins_of_service', 'Failed sign-ins of everybody together')),
            $document->integer('ceiling', 0, 10_000, 'Failures in a row on one account at most; 0 for no ceiling'),
            $document->integer('tell_after', 0, 10_000, 'Failures in a row after which the holder is told; 0 for never'),
        );
        $document->nothingElse();

        return $rules;
    }

    /** @param  key-of<self::LIMITS>  $what */
    public function limit(string $what): Limit
    {
        return $this->limits[$what];
    }
}
