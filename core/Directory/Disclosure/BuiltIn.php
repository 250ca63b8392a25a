<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

/** What every account has, by the key that rules and files call it. */
enum BuiltIn: string
{
    case Id = 'id';
    case Name = 'name';
    case Address = 'address';
    case Verified = 'verified';
    case Status = 'status';
    case App = 'app';
    case Roles = 'roles';
    case Language = 'language';
    case Origin = 'origin';
    case Terms = 'terms';
    case Created = 'created';
    case Changed = 'changed';
    case Seen = 'seen';
    case HashKind = 'hash_kind';

    public function label(): string
    {
        return match ($this) {
            self::Id => 'Id',
            self::Name => 'Name',
            self::Address => 'Address',
            self::Verified => 'Address verified',
            self::Status => 'Status',
            self::App => 'App',
            self::Roles => 'Roles',
            self::Language => 'Language',
            self::Origin => 'Origin',
            self::Terms => 'Terms accepted',
            self::Created => 'Created',
            self::Changed => 'Changed',
            self::Seen => 'Last seen',
            self::HashKind => 'How the password is stored',
        };
    }

    /** What an answer calls it, as the API does everywhere. */
    public function inAnswers(): string
    {
        return match ($this) {
            self::Address => 'email',
            self::Verified => 'is_verified',
            self::Origin => 'came_by',
            self::Terms => 'terms_version',
            self::Created => 'created_at',
            self::Changed => 'changed_at',
            self::Seen => 'seen_at',
            self::HashKind => 'password_kind',
            default => $this->value,
        };
    }

    /** Which hash is weak tells an attacker whom to try first. */
    public function mayLeaveTheDesk(): bool
    {
        return $this !== self::HashKind;
    }
}
