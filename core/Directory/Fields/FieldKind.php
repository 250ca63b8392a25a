<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields;

/** The types a field can have, by the name the rule book uses. */
enum FieldKind: string
{
    case ShortText = 'short_text';
    case LongText = 'long_text';
    case Number = 'number';
    case Date = 'date';
    case YesNo = 'yes_no';
    case OneChoice = 'one_choice';
    case SeveralChoices = 'several_choices';
    case Phone = 'phone';
    case Url = 'url';
    case Country = 'country';
    case Picture = 'picture';

    public function hasChoices(): bool
    {
        return $this === self::OneChoice || $this === self::SeveralChoices;
    }

    /** A file is sent by itself, to an account that exists already, so it is no part of a sign-up request. */
    public function isTyped(): bool
    {
        return $this !== self::Picture;
    }
}
