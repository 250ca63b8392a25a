<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Fields;

use Kennel\Core\Directory\Fields\PhoneNumbers;
use libphonenumber\NumberParseException;
use libphonenumber\PhoneNumberFormat;
use libphonenumber\PhoneNumberUtil;

/** The world's numbering plans, from libphonenumber's metadata. */
final readonly class DialledNumbers implements PhoneNumbers
{
    public function e164(string $typed, string $region): ?string
    {
        $plans = PhoneNumberUtil::getInstance();
        try {
            $number = $plans->parse($typed, $region === '' ? null : $region);
        } catch (NumberParseException) {
            return null;
        }
        if ($number->hasExtension() || ! $plans->isValidNumber($number)) {
            return null;
        }

        return $plans->format($number, PhoneNumberFormat::E164);
    }
}
