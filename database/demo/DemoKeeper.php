<?php

declare(strict_types=1);

namespace Kennel\Demo;

/** The made-up operator of the demo. Its password is no secret: it is printed at the start and shown on the sign-in page. */
final class DemoKeeper
{
    public const NAME = 'Maren Thistlewood';

    public const EMAIL = 'maren@alderwend.example';

    public const PASSWORD = 'heron weir lantern';

    /** @return array{name: string, email: string, password: string} */
    public static function credentials(): array
    {
        return ['name' => self::NAME, 'email' => self::EMAIL, 'password' => self::PASSWORD];
    }
}
