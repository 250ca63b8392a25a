<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rehearsals;

/** Eight that say much about rules in few steps. What each step leads to depends on the rules; so none of them expects anything, until somebody keeps it as a case. */
final class ShippedJourneys
{
    /**
     * @param  string  $app  with open sign-up, where there is one
     * @return array<string, Journey> by key
     */
    public static function of(string $app): array
    {
        $verified = [new Step(StepKind::SignUp), Step::wait('PT1M'), new Step(StepKind::PressLink)];
        $in = [...$verified, new Step(StepKind::SignIn), new Step(StepKind::Complete)];

        return [
            'first-use' => new Journey('From sign-up to first use', $app, [...$in, new Step(StepKind::LookAtAccount)], 'Signs up, verifies, signs in and settles what is owed.'),
            'late-link' => new Journey('The link on the 25th hour', $app, [new Step(StepKind::SignUp), Step::wait('PT25H'), new Step(StepKind::PressLink), new Step(StepKind::SignIn)], 'Nobody reads their mail at once.'),
            'guessing-one-source' => new Journey('Guessing from one source', $app, [...$verified, new Step(StepKind::WrongPassword, 12, source: Step::ELSEWHERE), new Step(StepKind::SignIn, source: Step::ELSEWHERE), new Step(StepKind::SignIn), Step::wait('PT1H'), new Step(StepKind::SignIn)], 'Somebody tries a dozen passwords; does the holder get in meanwhile?'),
            'known-device' => new Journey('Guessing while a device is known', $app, [...$in, new Step(StepKind::SignOut), new Step(StepKind::WrongPassword, 30, source: Step::ELSEWHERE), new Step(StepKind::SignIn)], 'A device that signed in before has a budget of its own.'),
            'forgotten' => new Journey('Forgotten password', $app, [...$verified, new Step(StepKind::WrongPassword), new Step(StepKind::Recover), Step::wait('PT30M'), new Step(StepKind::PressLink), new Step(StepKind::SignIn)], 'Asks for a link, sets another password, signs in with it.'),
            'lost-phone' => new Journey('Lost phone', $app, [...$in, new Step(StepKind::AddApp), new Step(StepKind::SignOut), new Step(StepKind::SignIn), new Step(StepKind::TypeRecoveryCode), new Step(StepKind::SignOut), new Step(StepKind::ResetFactors), Step::wait('PT25H'), new Step(StepKind::SignIn)], 'A recovery code first, then an operator’s reset that waits.'),
            'invited' => new Journey('Invited, and late', $app, [new Step(StepKind::Invite), Step::wait('P13D'), new Step(StepKind::PressLink), new Step(StepKind::SignOut), new Step(StepKind::SignIn)], 'The day before the invitation lapses, or after it.'),
            'left-signed-in' => new Journey('Left signed in', $app, [...$in, Step::wait('PT2H'), new Step(StepKind::LookAtAccount), Step::wait('PT13H'), new Step(StepKind::LookAtAccount)], 'How long a session is good for that nobody uses.'),
        ];
    }
}
