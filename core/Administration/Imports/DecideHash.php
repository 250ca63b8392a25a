<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/** Whether a hash of another service can be verified here. Bare digests are what the file is said to hold; nothing is guessed. */
final readonly class DecideHash
{
    private const LONGEST_SALT = 64;

    public function __construct(private PasswordHasher $hasher)
    {
    }

    /**
     * @return string as it is stored
     *
     * @throws Refused
     */
    public function __invoke(#[\SensitiveParameter] string $hash, #[\SensitiveParameter] string $salt, ImportRules $rules): string
    {
        if ($hash === '') {
            throw new Refused(new Reason('import.hash_required', 'hash'));
        }
        $isBare = preg_match('/^[0-9a-f]+$/iD', $hash) === 1;
        if ($isBare && ($rules->digest === '' || strlen($hash) !== ImportRules::DIGESTS[$rules->digest])) {
            $likely = array_search(strlen($hash), ImportRules::DIGESTS, true);

            throw new Refused($rules->digest === '' && $likely !== false
                ? new Reason('import.digest_undeclared', 'hash', ['digest' => $likely])
                : new Reason(
                    'import.digest_length',
                    'hash',
                    ['length' => strlen($hash), 'asked' => $rules->digest === '' ? 0 : ImportRules::DIGESTS[$rules->digest]],
                ));
        }
        if ($isBare) {
            if (($rules->layout === 'password') !== ($salt === '') || strlen($salt) > self::LONGEST_SALT) {
                throw new Refused(new Reason($rules->layout === 'password' ? 'import.salt_unexpected' : 'import.salt_missing', 'salt', ['maximum' => self::LONGEST_SALT]));
            }
            $hash = "\$digest\${$rules->digest}\${$rules->layout}\$".bin2hex($salt).'$'.strtolower($hash);
        }

        return $this->hasher->canVerify($hash) ? $hash : throw new Refused(new Reason('import.hash_unknown', 'hash', ['kind' => HashKind::of($hash)]));
    }
}
