<?php

declare(strict_types=1);

namespace Kennel\Core\Imports;

use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\PersonName;
use Kennel\Core\Passwords\HashKind;
use Kennel\Core\Passwords\PasswordHasher;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Reasons\Refused;

/**
 * Whether a row of another service's accounts can become one here: an address, a name, and a hash that can be verified. Nobody's
 * password is judged; what was allowed there stays right here.
 */
final readonly class DecideImport
{
    private const LONGEST_SALT = 64;

    public function __construct(private PasswordHasher $hasher)
    {
    }

    /**
     * @param  array<string, string>  $row  address, name, hash and, for bare digests, salt
     * @return ImportedAccount|non-empty-list<Reason>
     */
    public function __invoke(#[\SensitiveParameter] array $row, ImportRules $rules): ImportedAccount|array
    {
        $reasons = [];
        $email = $name = null;
        try {
            $email = EmailAddress::parse($row['address'] ?? '');
        } catch (Refused $refused) {
            $reasons[] = $refused->reason;
        }
        try {
            $name = PersonName::parse($row['name'] ?? '');
        } catch (Refused $refused) {
            $reasons[] = $refused->reason;
        }
        $hash = $this->hash(trim($row['hash'] ?? ''), $row['salt'] ?? '', $rules);
        if ($hash instanceof Reason) {
            $reasons[] = $hash;
        }

        if ($email !== null && $name !== null && ! $hash instanceof Reason) {
            return new ImportedAccount($email, $name, $hash, HashKind::of($hash));
        }

        return $reasons === [] ? throw new \LogicException('a refusal without a reason') : $reasons;
    }

    private function hash(#[\SensitiveParameter] string $hash, #[\SensitiveParameter] string $salt, ImportRules $rules): string|Reason
    {
        if ($hash === '') {
            return new Reason('import.hash_required', 'hash');
        }
        $isBare = preg_match('/^[0-9a-f]+$/iD', $hash) === 1;
        if ($isBare && ($rules->digest === '' || strlen($hash) !== ImportRules::DIGESTS[$rules->digest])) {
            $likely = array_search(strlen($hash), ImportRules::DIGESTS, true);

            return $rules->digest === '' && $likely !== false
                ? new Reason('import.digest_undeclared', 'hash', ['digest' => $likely])
                : new Reason(
                    'import.digest_length',
                    'hash',
                    ['length' => strlen($hash), 'asked' => $rules->digest === '' ? 0 : ImportRules::DIGESTS[$rules->digest]],
                );
        }
        if ($isBare) {
            if (($rules->layout === 'password') !== ($salt === '') || strlen($salt) > self::LONGEST_SALT) {
                return new Reason($rules->layout === 'password' ? 'import.salt_unexpected' : 'import.salt_missing', 'salt', ['maximum' => self::LONGEST_SALT]);
            }
            $hash = "\$digest\${$rules->digest}\${$rules->layout}\$".bin2hex($salt).'$'.strtolower($hash);
        }

        return $this->hasher->canVerify($hash) ? $hash : new Reason('import.hash_unknown', 'hash', ['kind' => HashKind::of($hash)]);
    }
}
