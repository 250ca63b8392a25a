<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

/** Who can be handed something of an account. */
enum AudienceKind: string
{
    /** Whoever asks, signed in or not. */
    case Everybody = 'public';

    /** Any signed-in account of one app. */
    case Accounts = 'accounts';

    /** Whom the account belongs to. */
    case Holder = 'holder';

    /** One app itself: its backend. */
    case App = 'app';

    /** Whoever has a permission over Kennel. */
    case Operators = 'operators';

    public function isOfAnApp(): bool
    {
        return $this === self::Accounts || $this === self::App;
    }

    /** The desk and the holder work with an account as it is; everybody else is handed what is listed and nothing more. */
    public function knowsBuiltIns(): bool
    {
        return $this === self::Holder || $this === self::Operators;
    }
}
