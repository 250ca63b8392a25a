<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields;

/** Which class reads which kind. */
final readonly class FieldTypes
{
    private const SHORT = 200;

    private const LONG = 4_000;

    public function __construct(private PhoneNumbers $numbers)
    {
    }

    public function of(FieldKind $kind): FieldType
    {
        return match ($kind) {
            FieldKind::ShortText => new Types\Text(hasLines: false, ceiling: self::SHORT),
            FieldKind::LongText => new Types\Text(hasLines: true, ceiling: self::LONG),
            FieldKind::Number => new Types\Number,
            FieldKind::Date => new Types\Date,
            FieldKind::YesNo => new Types\YesNo,
            FieldKind::OneChoice => new Types\OneChoice,
            FieldKind::SeveralChoices => new Types\SeveralChoices,
            FieldKind::Phone => new Types\Phone($this->numbers),
            FieldKind::Url => new Types\Url,
            FieldKind::Country => new Types\Country,
            FieldKind::Picture => new Types\Picture,
        };
    }
}
