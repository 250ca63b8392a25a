<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

use Kennel\App\Foundation\Rules\RulesInForce;

/** The rules in force of a whole server, read and changed where they are kept: the newest revision. */
final class InForce
{
    /** Neither limits nor brakes, for what is about other things. */
    public const UNTHROTTLED = [
        'verdicts' => ['times' => 0], 'forms' => ['times' => 0], 'signups_of_address' => ['times' => 0], 'recoveries' => ['times' => 0], 'recoveries_of_address' => ['times' => 0],
        'resends' => ['times' => 0], 'resends_of_address' => ['times' => 0], 'links' => ['times' => 0], 'signins_of_account' => ['free' => 0], 'signins_of_source' => ['free' => 0], 'signins_of_net' => ['free' => 0], 'ceiling' => 0, 'tell_after' => 0,
    ];

    /** As many messages as there are, for what is about other things. */
    public const ALL_MAIL = ['allowance' => ['a_day' => 0, 'an_address' => 0, 'an_app' => 0]];

    /** @return array<string, mixed> */
    public static function read(\PDO $database): array
    {
        return json_decode((string) $database->query('SELECT document FROM rule_revisions ORDER BY number DESC LIMIT 1')->fetchColumn(), true, flags: JSON_THROW_ON_ERROR);
    }

    /**
     * In the place of the newest revision, so that a test keeps its numbers.
     *
     * @param  array<string, mixed>  $document
     */
    public static function write(\PDO $database, array $document): void
    {
        $text = RulesInForce::write($document);
        $database->prepare('UPDATE rule_revisions SET document = ?, digest = ? WHERE number = (SELECT max(number) FROM rule_revisions)')->execute([$text, hash('sha256', $text)]);
    }
}
