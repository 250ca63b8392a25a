<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\App\Directory\Fields\DialledNumbers;
use Kennel\Core\Directory\Apps\Contrast;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\Types\Country;
use Kennel\Tests\Support\Node;
use libphonenumber\PhoneNumberFormat;
use libphonenumber\PhoneNumberUtil;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Symfony\Component\Intl\Countries;

/** Country codes, telephone numbers and contrast, each against a standard and somebody else's implementation of it. */
final class FieldValuesTest extends TestCase
{
    /** ISO 3166-1, as i18n-iso-countries (npm) has it, against what a field of countries offers. */
    public function test_country_codes(): void
    {
        $offered = (new Country)->schema((new \ReflectionClass(Field::class))->newInstanceWithoutConstructor(), new \DateTimeImmutable('2026-05-01'))['enum'];
        self::assertCount(249, $offered, 'ISO 3166-1: officially assigned codes (mem)');
        $package = Node::ask("const { default: countries } = await import('i18n-iso-countries'); output = Object.keys(countries.getAlpha2Codes()).sort()", null);
        self::assertIsArray($package);
        // The package has Kosovo's XK besides: a code that ISO leaves to users.
        self::assertSame(array_values(array_diff($package, ['XK'])), $offered);
    }

    /**
     * ITU-T E.164 §6: at most fifteen digits, no leading zero. What the form is made of is not looked at by the plan's own library alone: the country's
     * code is held against countries-list (npm), whose table is its own.
     */
    public function test_example_numbers_of_every_country_are_taken_in_each_way_of_writing(): void
    {
        $numbers = new DialledNumbers;
        $plans = PhoneNumberUtil::getInstance();
        $codes = Node::ask("const { countries } = await import('countries-list'); output = Object.fromEntries(Object.entries(countries).map(([key, one]) => [key, one.phone]))", null);
        self::assertIsArray($codes);
        $seen = 0;
        foreach ($plans->getSupportedRegions() as $region) {
            $example = $plans->getExampleNumber((string) $region);
            if ($example === null) {
                continue;
            }
            $e164 = "+{$example->getCountryCode()}".($example->isItalianLeadingZero() === true ? str_repeat('0', $example->getNumberOfLeadingZeros() ?: 1) : '').$example->getNationalNumber();
            self::assertMatchesRegularExpression('/^\+[1-9]\d{1,14}$/D', $e164);
            foreach ([$plans->format($example, PhoneNumberFormat::INTERNATIONAL), $e164] as $written) {
                self::assertSame($e164, $numbers->e164($written, ''), (string) $region);
            }
            self::assertSame($e164, $numbers->e164($plans->format($example, PhoneNumberFormat::NATIONAL), (string) $region));
            // +379 is set aside for the Holy See and not in use; it is reached through Italy's.
            $listed = $region === 'VA' ? [39] : $codes[$region];
            self::assertNotSame([], array_filter($listed, static fn (int $code): bool => str_starts_with($e164, "+{$code}")), "{$region} {$e164}");
            $seen++;
        }
        self::assertGreaterThan(230, $seen);
        foreach (['', '12', '21 93 00 00', '+0 12345678', '+999 1234567', '+47 21 93 00 00 ext. 5', '+1 555 01', str_repeat('9', 30)] as $wrong) {
            self::assertNull($numbers->e164($wrong, ''), $wrong);
        }
    }

    /** libphonenumber-js (npm): other people's program, though over the same published numbering plans. Numbers with a digit changed, left out or too many. */
    public function test_another_reader_of_numbers_agrees(): void
    {
        $plans = PhoneNumberUtil::getInstance();
        $random = new Randomizer(new Mt19937(164));
        $cases = [];
        foreach ($plans->getSupportedRegions() as $region) {
            $example = $plans->getExampleNumber((string) $region);
            if ($example === null) {
                continue;
            }
            $digits = str_split((string) preg_replace('/\D/', '', $plans->format($example, PhoneNumberFormat::NATIONAL)));
            for ($case = 0; $case < 6; $case++) {
                $other = $digits;
                match ($case % 3) {
                    0 => $other[$random->getInt(0, count($other) - 1)] = (string) $random->getInt(0, 9),
                    1 => array_pop($other),
                    2 => $other[] = (string) $random->getInt(0, 9),
                };
                $cases[] = [implode('', $other), (string) $region];
            }
        }
        $theirs = Node::ask("const { default: parse } = await import('libphonenumber-js/max'); output = input.map(([typed, region]) => { const one = parse(typed, region); return one !== undefined && one.isValid() && one.ext === undefined ? one.number : null; })", $cases);
        $ours = array_map(static fn (array $case): ?string => (new DialledNumbers)->e164(...$case), $cases);
        self::assertGreaterThan(300, count(array_filter($ours)), 'reached');
        self::assertGreaterThan(300, count($ours) - count(array_filter($ours)), 'reached');
        self::assertSame($theirs, $ours);
    }

    /** WCAG 2.2, "contrast ratio": the two ends of the scale, and 2 000 pairs against culori (npm). */
    public function test_contrast(): void
    {
        self::assertSame(21.0, Contrast::ratio('#000000', '#ffffff'));
        self::assertSame(1.0, Contrast::ratio('#1d6f9c', '#1d6f9c'));
        $random = new Randomizer(new Mt19937(22));
        $pairs = [];
        for ($pair = 0; $pair < 2_000; $pair++) {
            $pairs[] = [sprintf('#%06x', $random->getInt(0, 0xFFFFFF)), sprintf('#%06x', $random->getInt(0, 0xFFFFFF))];
        }
        $theirs = Node::ask("const { wcagContrast } = await import('culori'); output = input.map(([one, other]) => wcagContrast(one, other))", $pairs);
        self::assertIsArray($theirs);
        foreach ($pairs as $index => [$one, $other]) {
            self::assertEqualsWithDelta($theirs[$index], Contrast::ratio($one, $other), 0.002, "{$one} {$other}");
            self::assertSame(Contrast::ratio($one, $other), Contrast::ratio($other, $one));
        }
    }
}
