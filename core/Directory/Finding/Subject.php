<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Finding;

use Kennel\Core\Directory\Accounts\Duty;
use Kennel\Core\Directory\Accounts\Origin;
use Kennel\Core\Directory\Accounts\Status;

/** What of an account a condition is about. */
enum Subject: string
{
    case Status = 'status';
    case Duty = 'duty';
    case Role = 'role';
    /** Through whatever role. */
    case Permission = 'permission';
    case App = 'app';
    case Field = 'field';
    case Metadata = 'metadata';
    /** The kind of the stored hash, as the census names it. */
    case Hash = 'hash';
    case Origin = 'origin';
    case Created = 'created';
    case Changed = 'changed';
    case Seen = 'seen';
    case Verified = 'verified';
    /** Its sign-in is, by the brakes on guessing. */
    case HeldBack = 'held_back';

    /** @return non-empty-list<Comparison> */
    public function comparisons(): array
    {
        return match ($this) {
            self::Duty, self::Permission, self::Verified, self::HeldBack => [Comparison::Is],
            self::Status, self::App, self::Hash, self::Origin => [Comparison::Is, Comparison::IsNot],
            self::Role => [Comparison::Is, Comparison::IsNot, Comparison::HasNone],
            self::Created, self::Changed => [Comparison::Before, Comparison::Since],
            self::Seen => [Comparison::Before, Comparison::Since, Comparison::HasNone],
            self::Field => [
                Comparison::Is, Comparison::IsNot, Comparison::Has, Comparison::HasNone, Comparison::Misfits,
                Comparison::Before, Comparison::Since, Comparison::AtLeast, Comparison::AtMost,
            ],
            self::Metadata => [
                Comparison::Is, Comparison::IsNot, Comparison::Has, Comparison::HasNone,
                Comparison::Before, Comparison::Since, Comparison::AtLeast, Comparison::AtMost,
            ],
        };
    }

    /** Whether it is about one of many, named by a key. */
    public function takesKey(): bool
    {
        return $this === self::Field || $this === self::Metadata;
    }

    /** @return list<string>|null the only values there are; null for any text */
    public function values(): ?array
    {
        return match ($this) {
            self::Status => array_column(Status::cases(), 'value'),
            self::Duty => array_column(Duty::cases(), 'value'),
            self::Origin => array_column(Origin::cases(), 'value'),
            self::Verified, self::HeldBack => ['yes', 'no'],
            default => null,
        };
    }
}
