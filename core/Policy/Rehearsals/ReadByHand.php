<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rehearsals;

/** What somebody did on the pages by themselves, read off their requests: so that it can be kept, and done again. */
final class ReadByHand
{
    private const KINDS = [
        'POST /signups' => StepKind::SignUp,
        'POST /verifications/consume' => StepKind::PressLink,
        'POST /recoveries/consume' => StepKind::PressLink,
        'POST /signins/mail/consume' => StepKind::PressLink,
        'POST /invitations/accept' => StepKind::PressLink,
        'POST /sessions/second-factor' => StepKind::TypeCode,
        'POST /recoveries' => StepKind::Recover,
        'POST /signins/mail' => StepKind::MailSignin,
        'POST /sessions/second-factor/text' => StepKind::TextCode,
        'PATCH /account/fields' => StepKind::Complete,
        'DELETE /session' => StepKind::SignOut,
    ];

    /** Looking at a link is a step only where that already says no. */
    private const LOOKS = ['POST /verifications/inspect', 'POST /recoveries/inspect', 'POST /signins/mail/inspect', 'POST /invitations/inspect'];

    /** @return StepKind|null null for what is no step by itself, such as what a page asks while it is drawn */
    public static function kindOf(string $method, string $path, int $status): ?StepKind
    {
        $door = "{$method} {$path}";

        return match (true) {
            $door === 'POST /sessions' => $status === 401 ? StepKind::WrongPassword : StepKind::SignIn,
            in_array($door, self::LOOKS, true) => $status >= 400 ? StepKind::PressLink : null,
            default => self::KINDS[$door] ?? null,
        };
    }

    /**
     * @param  list<array{method: string, path: string, status: int, code: string|null}>  $wire
     * @return list<Step> each with what came of it
     */
    public static function steps(array $wire): array
    {
        $steps = [];
        foreach ($wire as $one) {
            $kind = self::kindOf($one['method'], $one['path'], $one['status']);
            if ($kind !== null) {
                $steps[] = new Step($kind, expected: new Outcome($one['status'], $one['code']));
            }
        }

        return $steps;
    }
}
