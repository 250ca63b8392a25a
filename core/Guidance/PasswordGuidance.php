<?php

declare(strict_types=1);

namespace Kennel\Core\Guidance;

use Kennel\Core\Passwords\Argon2idParameters;
use Kennel\Core\Rules\RuleBook;

/**
 * The rules about passwords, held against what is published. All clauses are from memory, and the screen says so: NIST SP 800-63B-4
 * (2025) and its edition of 2017, OWASP's Password Storage Cheat Sheet, RFC 9106, PCI DSS 4.0.
 */
final class PasswordGuidance
{
    /** OWASP, Password Storage Cheat Sheet, "Argon2id": equivalents; memory in KiB by passes, one lane. */
    private const OWASP = [1 => 47_104, 2 => 19_456, 3 => 12_288, 4 => 9_216, 5 => 7_168];

    /** RFC 9106 §4, the second recommended option: t=3, m=64 MiB, p=4. */
    private const RFC_9106 = ['memory' => 65_536, 'passes' => 3];

    /** @return list<Clause> */
    public static function of(RuleBook $book): array
    {
        ['minimum' => $minimum, 'maximum' => $maximum] = ['minimum' => $book->password->minimum, 'maximum' => $book->password->maximum];
        $hashing = $book->hashing;
        $used = ['memory' => $hashing->memory, 'passes' => $hashing->passes, 'lanes' => $hashing->lanes];

        return [
            new Clause('nist_4.length', Stands::atLeast($minimum, 15), ['set' => $minimum], $minimum < 15 ? ['password.minimum' => 15] : []),
            new Clause('nist_4.longest', Stands::atLeast($maximum, 64), ['set' => $maximum]),
            new Clause('nist_4.characters', Stands::Meets),
            new Clause('nist_4.composition', Stands::Meets),
            new Clause('nist_4.periodic', Stands::Meets),
            new Clause('nist_4.blocklist', Stands::Meets),
            new Clause('nist_4.manager', Stands::Meets),
            new Clause('nist_4.storage', Stands::Exceeds, ['salt' => 128]),
            new Clause('nist_4.failures', Stands::Against),
            new Clause('nist_2017.length', Stands::atLeast($minimum, 8), ['set' => $minimum], $minimum < 8 ? ['password.minimum' => 8] : []),
            self::owasp($hashing, $used),
            new Clause(
                'rfc_9106.second',
                $hashing->memory >= self::RFC_9106['memory'] && $hashing->passes >= self::RFC_9106['passes'] ? Stands::Meets : Stands::Against,
                $used,
                $hashing->memory >= self::RFC_9106['memory'] && $hashing->passes >= self::RFC_9106['passes'] ? [] : ['hashing.memory' => self::RFC_9106['memory'], 'hashing.passes' => self::RFC_9106['passes'], 'hashing.lanes' => 4],
            ),
            new Clause('pci_4.length', Stands::atLeast($minimum, 12), ['set' => $minimum], $minimum < 12 ? ['password.minimum' => 12] : []),
            new Clause('pci_4.letters_and_digits', Stands::Against),
            new Clause('pci_4.failures', Stands::Against),
        ];
    }

    /** @param  array<string, int>  $used */
    private static function owasp(Argon2idParameters $hashing, array $used): Clause
    {
        // More passes than the table has make up for no less memory than its last row.
        $asked = self::OWASP[min($hashing->passes, 5)];

        return new Clause(
            'owasp.argon2id',
            Stands::atLeast($hashing->memory, $asked),
            [...$used, 'asked' => $asked],
            $hashing->memory < $asked ? ['hashing.memory' => self::OWASP[1], 'hashing.passes' => 1, 'hashing.lanes' => 1] : [],
        );
    }
}
