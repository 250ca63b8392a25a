<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rules\Upgrades;

use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/**
 * Leads a rule book's document of an older format to today's, wherever one is read: a revision, a draft, a file. A new rule gets its
 * default here, so that a service goes on as it was; what is a rule no more is left out, and named by what compares the two.
 */
final readonly class UpgradeBook
{
    /** The first release's documents do not say which format they have. */
    private const FIRST = 1;

    /** @param  non-empty-list<Step>  $steps  from the second format on, without a gap */
    public function __construct(private array $steps)
    {
    }

    public static function ofToday(): self
    {
        return new self([
            // Documents name their format from here on.
            new Step(2),
            // Fields can be searched, and are not until somebody says so.
            new Step(3, added: ['fields.*.searchable' => false]),
            // Each app can give roles of its own at sign-up, beside those that everybody gets.
            new Step(4, added: ['apps.*.roles' => []]),
            // Who is handed what is a rule. Until now operators and holders saw every field there was, and nobody else saw any.
            new Step(5, reshape: DiscloseAsBefore::in(...)),
            // Messages can be in words of one's own, and so many a day; until somebody says otherwise they go out as they ship, as many as there are.
            new Step(6, added: ['messages' => ['wordings' => [], 'allowance' => ['a_day' => 0, 'an_address' => 0, 'an_app' => 0, 'kept_back' => 20]]]),
            // Invitations, codes beside links, and changes of address that can be undone; addresses are verified by links until somebody says otherwise.
            new Step(7, added: [
                'invitations' => ['lifetime' => 'P14D', 'cool_down' => 'PT1H', 'warn_before' => 'P2D'],
                'codes' => ['way' => 'link', 'length' => 6, 'letters' => false, 'lifetime' => 'PT15M', 'attempts' => 5],
                'address_changes' => ['undo_for' => 'P7D'],
                'retention.invitations' => 'P365D',
            ]),
            // Apps can say where whoever has signed in goes on to; until they do, it is the account page.
            new Step(8, added: ['apps.*.landing' => ['address' => '', 'roles' => []]]),
            // Sessions: so many at once, and shorter limits for some. Second factors are offered, and demanded of nobody until somebody says so.
            new Step(9, added: [
                // Passwords alone, as until now; mailed links and passkeys where an app says so.
                'apps.*.ways' => ['password'],
                'signin' => ['mail_lifetime' => 'PT10M', 'mail_cool_down' => 'PT1M'],
                'apps.*.second_factor' => 'offered',
                // Networks, everybody together, and a ceiling of failures in a row: none until somebody says so.
                'throttles.signins_of_net' => ['free' => 0, 'first_delay' => 'PT1S', 'longest_delay' => 'PT5M', 'forgotten_after' => 'PT1H'],
                'throttles.signins_of_service' => ['free' => 0, 'first_delay' => 'PT1S', 'longest_delay' => 'PT10S', 'forgotten_after' => 'PT10M'],
                'throttles.ceiling' => 0,
                'throttles.tell_after' => 0,
                'retention.signins' => 'P31D',
                'sessions.at_once' => 0,
                'sessions.roles' => [],
                'sessions.apps' => [],
                'factors' => ['roles' => [], 'from' => '', 'grace' => 'P14D', 'known_for' => 'P30D', 'codes' => 10, 'reset_after' => 'P1D'],
            ]),
            // Codes by text message, and outside providers: none until somebody says so.
            new Step(10, added: ['factors.texts' => false, 'providers' => [], 'apps.*.providers' => []]),
            // Apps come to tokens once they are registered for it; the keys that sign them take turns.
            new Step(11, added: ['clients' => [], 'signing_keys' => ['rotate_every' => 'P90D', 'published_before' => 'P2D']]),
        ]);
    }

    /** The format that is read and written today. */
    public function format(): int
    {
        return $this->steps[count($this->steps) - 1]->to;
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return array<string, mixed>
     *
     * @throws InvalidRuleBook for a format nobody here knows
     */
    public function __invoke(array $document): array
    {
        $format = array_key_exists('format', $document) ? $document['format'] : self::FIRST;
        if (! is_int($format) || $format < self::FIRST) {
            throw new InvalidRuleBook('format: must be a whole number from '.self::FIRST." to {$this->format()}");
        }
        if ($format > $this->format()) {
            throw new InvalidRuleBook("format: is {$format}, of a later Kennel; this one reads formats up to {$this->format()}");
        }
        foreach ($this->steps as $step) {
            if ($step->to > $format) {
                $document = $step($document);
            }
        }

        /** @var array<string, mixed> $document */
        return $document;
    }
}
