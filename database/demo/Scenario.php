<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Illuminate\Contracts\Encryption\Encrypter;
use Illuminate\Database\ConnectionInterface;
use Kennel\App\Administration\Desk\AccountView;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Duties\TermsAcceptance;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Directory\Disclosure\Consent;
use Kennel\App\Directory\Fields\FieldValue;
use Kennel\App\Directory\Metadata\MetadataRow;
use Kennel\App\Directory\Metadata\MetadataValue;
use Kennel\App\Foundation\Moment;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\App\Registration\Invitations\WriteInvitation;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\Peppers\Peppers;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Credentials\Sessions\SessionRules;
use Kennel\Core\Directory\Apps\AppRules;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Registration\Verification\VerificationRules;

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

    private const DAY = 86_400;

    /** How often a long run says how far it is. */
    private const TELL_EVERY = 1_000;

    public function __construct(
        private readonly ConnectionInterface $database,
        private readonly HashingRules $hashing,
        private readonly Book $book,
        private readonly Composition $composition,
        private readonly SessionRules $sessions,
        private readonly VerificationRules $verification,
        private readonly WriteInvitation $writeInvitation,
        private readonly Encrypter $encrypter,
    ) {
    }

    /**
     * One account after the other, oldest first; nothing is held of those that were made, so a million take no more memory than ten thousand.
     *
     * @param  \Closure(int): bool|null  $progress  told how many there are so far; false stops, and leaves the database half made
     * @return int how many were made
     */
    public function seed(int $accounts, \DateTimeImmutable $start, ?\Closure $progress = null): int
    {
        $entropy = new SeededEntropy(self::SEED);
        $loader = new Loader($this->database);
        $made = 0;
        $loader->load(function () use ($accounts, $start, $progress, $entropy, $loader, &$made): void {
            (new Organisation)->write();
            $this->book->write($entropy, $start, $loader->add(...));
            $people = new People($entropy);
            array_map($people->reserve(...), [...array_column(self::KEEPERS, 1), ...array_column(self::TAGGED, 'email')]);
            $maker = new AccountMaker($entropy, $this->hashing->argon2id, $start);
            $hasher = new PasswordHasher($this->hashing, $entropy, Peppers::none());
            $filler = new FieldFiller($entropy);
            $consents = ConsentFiller::of(require __DIR__.'/rules.php');
            $metadata = new MetadataFiller(new SeededEntropy(self::SEED + 2));
            $numbers = new MessageNumbers($start);
            $figures = new Figures($entropy, $start, $loader);
            $history = new History($entropy, new SeededEntropy(self::SEED + 3), $start, $loader, $this->composition, self::app('gaugebook'), $this->sessions, $this->verification, $numbers);
            $invitations = new InvitationFiller(new SeededEntropy(self::SEED + 4), $start, $loader, $this->writeInvitation, self::app('floodline'), $numbers);
            $signins = new SigninFiller(new SeededEntropy(self::SEED + 5), $start, $loader);
            $tokens = new TokenFiller(new SeededEntropy(self::SEED + 6), $start, $loader, $this->encrypter);
            $keeper = '';
            $ages = new SeededEntropy(self::SEED + 1);
            $timeline = Timeline::of($accounts, static fn (int $index): int => isset(self::KEEPERS[$index]) ? (380 - $index * 40) * self::DAY : AccountMaker::age($index, $ages));
            foreach ($timeline as $index => $age) {
                if (isset(self::KEEPERS[$index])) {
                    [$name, $email] = self::KEEPERS[$index];
                    $account = $maker->keeper($name, $email, $this->keeperHash($index, $hasher, $entropy), $age);
                    $keeper = $email === DemoKeeper::EMAIL ? $account['id'] : $keeper;
                } else {
                    ['name' => $name, 'email' => $email] = self::TAGGED[$index - count(self::KEEPERS)] ?? $people->next();
                    $account = $maker->somebody($name, $email, $index, $age);
                }
                $filled = $filler->fill($account, ++$made);
                $loader->add(Account::class, [['completed_at' => $filled['completed_at']] + $account]);
                $loader->add(FieldValue::class, $filled['values']);
                $loader->add(TermsAcceptance::class, [$filled['terms']]);
                $loader->add(Consent::class, $consents->fill($account, $filled['values']));
                $more = $metadata->fill($account, $made);
                $loader->add(MetadataRow::class, $more['documents']);
                $loader->add(MetadataValue::class, $more['values']);
                $figures->note($account);
                $history->note($account, $tokens->note($account));
                $invitations->note($account);
                $signins->note($account);
                if ($made % self::TELL_EVERY === 0 && $progress !== null && ! $progress($made)) {
                    throw new Stopped($made);
                }
            }
            $figures->write();
            $history->write();
            $invitations->write($people);
            $tokens->write();
            $loader->add(AccountView::class, Views::of($keeper, $start));
        });

        return $made;
    }

    public static function isKeeper(string $email): bool
    {
        return in_array($email, array_column(self::KEEPERS, 1), true);
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

    public static function moment(\DateTimeImmutable $start, int $secondsBefore): string
    {
        return Moment::write($start->modify("-{$secondsBefore} seconds"));
    }

    /** As the rule book that has just been written has it; the one in force was read before. */
    private static function app(string $key): App
    {
        $rules = require __DIR__.'/rules.php';

        return new App($key, 'web', '', AppRules::readAll(new Document(['apps' => $rules['apps']]))[$key]);
    }
}
