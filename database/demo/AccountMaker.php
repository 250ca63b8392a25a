<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\PhcString;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Foundation\Text\SearchText;

/** Makes the rows of made-up accounts, with a history worth looking at. */
final class AccountMaker
{
    private const ONE_OF_FLOODLINE = 14;

    private const DAY = 86_400;

    /** Days before the start. */
    private const OPEN_DAY = 12;

    private const IMPORT_DAY = 300;

    private const REASONS = ['Shared the password with a whole class', 'Entered readings from a desk', 'Address bounces; asked to write in', 'Two accounts, one person'];

    /** @var array<string, string> what names are sorted by: the same few come again and again */
    private array $keys = [];

    public function __construct(
        private readonly SeededEntropy $entropy,
        private readonly Argon2idParameters $parameters,
        private readonly \DateTimeImmutable $start,
    ) {
    }

    /** In seconds. A fifth came with the older site's hashes, a tenth on the open day, the rest by and by. */
    public static function age(int $index, SeededEntropy $entropy): int
    {
        return match (true) {
            $index % 5 === 1 => self::IMPORT_DAY * self::DAY + $entropy->random->getInt(0, 600),
            $index % 10 === 3 => self::OPEN_DAY * self::DAY + $entropy->random->getInt(0, 6 * 3_600),
            $index % 64 === 9 => $entropy->random->getInt(90_000, 250_000),
            $index % 45 === 4 => $entropy->random->getInt(600, 10 * 3_600),
            default => $entropy->random->getInt(self::DAY, 400 * self::DAY),
        };
    }

    /**
     * @param  int  $age  in seconds
     * @return array<string, mixed>
     */
    public function keeper(string $name, string $email, string $hash, int $age): array
    {
        return array_replace($this->row($name, $email, $age, 'active', $hash, $this->entropy->random->getInt(3_600, 2 * self::DAY)), ['terms_version' => '2026-09-03', 'app_key' => 'gaugebook']);
    }

    /**
     * @param  int  $age  as age() gave it for this index
     * @return array<string, mixed>
     */
    public function somebody(string $name, string $email, int $index, int $age): array
    {
        if ($index % 5 === 1) {
            $status = $this->entropy->chance(90) ? 'active' : 'closed';

            // Nobody among them has signed in since: it would have renewed the hash.
            $row = $this->row($name, $email, $age, $status, $this->legacyHash($index), null);

            return array_replace($row, ['came_by' => 'import', 'email_proven_at' => $row['created_at']]);
        }
        // Those of the mail outage never got their link.
        $status = $index % 64 === 9 ? 'pending' : $this->status($age);
        $seen = $status === 'pending' ? null : $this->lastSeen($age);

        return $this->row($name, $email, $age, $status, $this->hash($this->parameters), $seen);
    }

    private function keyOf(string $name): string
    {
        return $this->keys[$name] ??= implode(' ', SearchText::words($name));
    }

    private function status(int $age): string
    {
        $roll = $this->entropy->random->getInt(1, 100);
        if ($age < 3 * self::DAY) {
            return $roll <= 35 ? 'pending' : 'active';
        }

        return match (true) {
            // Whoever never proved the address is gone after a week.
            $roll <= 6 && $age < 6 * self::DAY => 'pending',
            $roll > 6 && $roll <= 9 => 'suspended',
            $roll > 9 && $roll <= 13 => 'closed',
            default => 'active',
        };
    }

    private function lastSeen(int $age): int
    {
        // Most people were here lately: the exponent leans towards the present; the rest spreads them over a day.
        $share = $this->entropy->random->getInt(0, 1_000) / 1_000;

        return min($age, (int) ($age * $share ** 4) + $this->entropy->random->getInt(60, 90_000));
    }

    /** Of the right form and cost, of nobody's password: a digest drawn at random. */
    private function hash(Argon2idParameters $parameters): string
    {
        return PhcString::argon2id($parameters, $this->entropy->bytes(16), $this->entropy->bytes(32))->toString();
    }

    private function legacyHash(int $index): string
    {
        $base64 = fn (int $bytes): string => rtrim(base64_encode($this->entropy->bytes($bytes)), '=');
        $crypt = fn (int $length): string => substr(strtr($base64(48), '+', '.'), 0, $length);

        return match (intdiv($index, 5) % 4) {
            0 => '$2y$10$'.$crypt(53),
            1 => '$P$B'.$crypt(30),
            2 => '{SSHA}'.base64_encode($this->entropy->bytes(28)),
            default => '$pbkdf2-sha256$i=29000$'.$base64(16).'$'.$base64(32),
        };
    }

    /** @return array<string, mixed> */
    private function row(string $name, string $email, int $age, string $status, string $hash, ?int $seen): array
    {
        $address = EmailAddress::parse($email);
        $proven = $status === 'pending' ? null : Scenario::moment($this->start, max(0, $age - $this->entropy->random->getInt(60, 7_200)));

        // Most have read the newest terms; a few of the older accounts have not been back since.
        $terms = $seen === null && $status !== 'pending' ? '2024-05-01' : ($this->entropy->chance(6) ? '2024-05-01' : '2026-09-03');

        return [
            'id' => $this->entropy->uuid($this->start->modify("-{$age} seconds")),
            'app_key' => self::ofApp($email, $this->entropy->pick(['gaugebook', 'gaugebook', 'gaugebook', 'kitloft'])),
            'came_by' => 'signup',
            'name' => $name,
            'name_key' => $this->keyOf($name),
            'email' => $address->toString(),
            'lookup_key' => $address->lookupKey(),
            'status' => $status,
            'status_reason' => $status === 'suspended' ? $this->entropy->pick(self::REASONS) : null,
            'email_proven_at' => $proven,
            'terms_version' => $terms,
            'completed_at' => null,
            'password_hash' => $hash,
            'hash_kind' => HashKind::of($hash),
            'created_at' => Scenario::moment($this->start, $age),
            'changed_at' => $proven ?? Scenario::moment($this->start, $age),
            'seen_at' => $seen === null ? '' : Scenario::moment($this->start, $seen),
            // Within the last weeks: a closed account is deleted after thirty days.
            'closed_at' => $status === 'closed' ? Scenario::moment($this->start, min($age, $this->entropy->random->getInt(self::DAY, 26 * self::DAY))) : null,
            'version' => $status === 'pending' ? 1 : 2,
            'search' => SearchText::column($name, $address->display()),
        ];
    }

    /** Floodline is by invitation: a few have it, whoever else signs up by themselves. */
    private static function ofApp(string $email, string $drawn): string
    {
        return $drawn === 'gaugebook' && crc32($email) % self::ONE_OF_FLOODLINE === 0 ? 'floodline' : $drawn;
    }
}
