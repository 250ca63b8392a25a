<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields;

/** What is known of the world's numbering plans. */
interface PhoneNumbers
{
    /**
     * @param  string  $region  ISO 3166-1 code of the country a number without "+" belongs to; "" when it must have one
     * @return string|null in E.164 form, such as "+4721930000"; null for what is no number that could be dialled
     */
    public function e164(string $typed, string $region): ?string;
}
