<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

/** What a stretch of a password is, to somebody who guesses. The words are added at the edge (lang/en/passwords.php). */
enum PartKind: string
{
    case CommonPassword = 'common_password';
    case Word = 'word';
    case Name = 'name';
    /** Of the account or the service: its name, its address. */
    case Known = 'known';
    /** Words of a list everybody knows: days, months, colours. */
    case Series = 'series';
    case Sequence = 'sequence';
    case Repeat = 'repeat';
    case Walk = 'walk';
    case Date = 'date';
    case Year = 'year';
    /** Nothing that is known: each character has to be guessed. */
    case Unknown = 'unknown';
}
