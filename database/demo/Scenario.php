<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Duties\TermsAcceptance;
use Kennel\App\Fields\FieldValue;
use Kennel\App\Platform\Database\Record;
use Kennel\App\Platform\Moment;
use Kennel\Core\Passwords\HashingRules;
use Kennel\Core\Passwords\PasswordHasher;
use Kennel\Core\Passwords\Peppers\Peppers;
use Kennel\Core\Passwords\PreparedPassword;
use Kennel\Core\Secrets\Secret;

/**
 * Alder & Wend Catchment Watch: a volunteer network that gauges two rivers. Nobody in it exists.
 *
 * The same seed and start give the same rows, but for the sealed message contents, whose encryption is never the same twice.
 */
final class Scenario
{
    private const SEED = 20_260_101;

    public const KEEPERS = [
        [DemoKeeper::NAME, DemoKeeper::EMAIL],
        ['Oriel Vance', 'oriel@alderwend.example'],
        ['Kofi Mensah-Reed', 'kofi@alderwend.example'],
        ['Hedda Winterbourne', 'hedda@alderwend.example'],
        ['Ильза Каравай', 'ilza@alderwend.example'],
    ];

    /** Two people with two accounts each, told apart by a tag alone. */
    private const TAGGED = [
        ['name' => 'Tam Pellow', 'email' => 'tam@reach.example'],
        ['name' => 'Tam Pellow', 'email' => 'tam+river@reach.example'],
        ['name' => 'Sunniva Brekke', 'email' => 'sunniva.brekke@gauge.test'],
        ['name' => 'Sunniva Brekke', 'email' => 'sunniva.brekke+kit@gauge.test'],
    ];

    private const ROWS_A_STATEMENT = 200;

    public function __construct(
        private readonly ConnectionInterface $database,
        private readonly HashingRules $hashing,
        private readonly History $history,
        private readonly Book $book,
        private readonly Figures $figures,
    ) {
    }

    public function seed(int $accounts, \DateTimeImmutable $start): void
    {
        $entropy = new SeededEntropy(self::SEED);
        $this->database->transaction(function () use ($accounts, $start, $entropy): void {
            (new Organisation)->write();
            $this->book->write($entropy, $start, $this->insert(...));
            $people = new People($entropy);
            $maker = new AccountMaker($entropy, $this->hashing->argon2id, $start);
            $made = $this->keepers($entropy, $maker, $people);
            array_map($people->reserve(...), array_column(self::TAGGED, 'email'));
            for ($index = count($made); $index < $accounts; $index++) {
                ['name' => $name, 'email' => $email] = self::TAGGED[$index - count(self::KEEPERS)] ?? $people->next();
                $made[] = $maker->somebody($name, $email, $index, $accounts);
            }
            // Numbered by age, as they would be had they signed up one after the other.
            usort($made, static fn (array $a, array $b): int => [$a['created_at'], $a['id']] <=> [$b['created_at'], $b['id']]);
            $filled = (new FieldFiller($entropy))->fill($made);
            $this->insert(Account::class, $filled['accounts']);
            $this->insert(FieldValue::class, $filled['values']);
            $this->insert(TermsAcceptance::class, $filled['terms']);
            $this->figures->write($made, $entropy, $start, $this->insert(...));
            $this->history->write($made, $entropy, $start, $this->insert(...));
        });
        $this->database->statement('ANALYZE');
    }

    /** @return list<array<string, mixed>> */
    private function keepers(SeededEntropy $entropy, AccountMaker $maker, People $people): array
    {
        $hasher = new PasswordHasher($this->hashing, $entropy, Peppers::none());
        $made = [];
        foreach (self::KEEPERS as $index => [$name, $email]) {
            $people->reserve($email);
            $hash = $this->keeperHash($index, $hasher, $entropy);
            $made[] = $maker->keeper($name, $email, $hash, 380 - $index * 40);
        }

        return $made;
    }

    /** Two keepers came with the older site's hashes; signing in renews them. */
    private function keeperHash(int $index, PasswordHasher $hasher, SeededEntropy $entropy): string
    {
        $salt = $entropy->bytes(8);

        return match ($index) {
            3 => '{SSHA}'.base64_encode(hash('sha1', DemoKeeper::PASSWORD.$salt, binary: true).$salt),
            4 => '$pbkdf2-sha256$i=29000$'.rtrim(base64_encode($salt), '=').'$'.rtrim(base64_encode(hash_pbkdf2('sha256', DemoKeeper::PASSWORD, $salt, 29_000, 32, binary: true)), '='),
            default => $hasher->hash(PreparedPassword::from(new Secret(DemoKeeper::PASSWORD))),
        };
    }

    /**
     * @param  class-string<Record>  $record
     * @param  list<array<string, mixed>>  $rows
     */
    private function insert(string $record, array $rows): void
    {
        foreach (array_chunk($rows, self::ROWS_A_STATEMENT) as $chunk) {
            $record::query()->insert($chunk);
        }
    }

    public static function moment(\DateTimeImmutable $start, int $secondsBefore): string
    {
        return Moment::write($start->modify("-{$secondsBefore} seconds"));
    }
}
