<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn;

use Kennel\Core\Directory\Accounts\Duty;
use Kennel\Core\Directory\Apps\LandingRules;
use Kennel\Core\Foundation\Identity\Access;

/** Where somebody who has just signed in, or settled a duty, goes on to. */
final class DecideLanding
{
    /** Pages on which a duty is settled, in the order they are settled: without a password of one's own nothing else can be. */
    private const PAGES = ['password' => [Duty::ChangePassword], 'factors' => [Duty::AddFactor], 'details' => [Duty::AcceptTerms, Duty::CompleteFields]];

    /**
     * @param  list<string>  $duties  what is owed, by the values of Duty
     * @param  list<string>  $roles  keys of those that hold on the app, those included as well
     * @param  string|null  $asked  where the app asked for; it counts only where it is one of its own addresses
     */
    public function __invoke(Access $access, array $duties, LandingRules $rules, array $roles, ?string $asked = null): Landing
    {
        foreach (self::PAGES as $page => $settled) {
            if (array_intersect(array_column($settled, 'value'), $duties) !== []) {
                return new Landing($page, null);
            }
        }

        // An app would only send back whoever may not use it yet; the account page says what is owed.
        return new Landing(null, $access === Access::Full ? ($asked === null ? null : $rules->asked($asked)) ?? $rules->of($roles) : null);
    }
}
