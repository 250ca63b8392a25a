<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\App\Administration\Exports\XlsxFile;

/**
 * Weirboard, the network's older site, to be imported: its database with people, rights and the link between, and a spreadsheet that somebody kept of the
 * same people by hand, with what happens to such a spreadsheet. The same seed writes the same rows.
 */
final class OlderSite
{
    /** What everybody's hash is of. */
    public const PASSWORD = 'the weir is open today';

    private const SEED = 1987;

    private const PEOPLE = 120;

    private const IN_SPREADSHEET = 48;

    private const RIGHTS = [1 => 'Observer', 2 => 'Reviewer', 3 => 'Steward', 7 => 'Boatman'];

    private const REACHES = ['Upper Alder', 'upper alder ', 'Mill Reach', 'MillReach', 'Lower Alder', 'Lower Aldr', 'Wend Forks', 'wend forks', 'Saltings', 'saltings'];

    /** @var list<array{id: int, e_mail: string, full_name: string, pw: string, pw_salt: string, reach: string, trained: string, member_since: string, state: string, listed: string, rights: list<int>}> */
    private array $people = [];

    public function __construct()
    {
        $entropy = new SeededEntropy(self::SEED);
        $made = new People($entropy);
        for ($id = 1; $id <= self::PEOPLE; $id++) {
            $person = $made->next();
            $parts = explode(' ', $person['name'], 2);
            [$pw, $salt] = $this->hash($id, $entropy);
            $trained = new \DateTimeImmutable('2012-03-01 UTC +'.$entropy->random->getInt(0, 3_900).' days');
            $this->people[] = [
                'id' => 100 + $id,
                'e_mail' => $entropy->chance(20) ? ucfirst($person['email']) : $person['email'],
                'full_name' => count($parts) === 2 ? "{$parts[1]}, {$parts[0]}" : $person['name'],
                'pw' => $pw,
                'pw_salt' => $salt,
                'reach' => $entropy->pick(self::REACHES),
                'trained' => $entropy->chance(15) ? '' : $trained->format($entropy->chance(40) ? 'd.m.Y' : 'Y-m-d'),
                'member_since' => (new \DateTimeImmutable('2009-06-01 UTC +'.$entropy->random->getInt(0, 5_000).' days'))->format('Y-m-d H:i'),
                'state' => $entropy->pick(['enabled', 'enabled', 'enabled', 'enabled', 'blocked']),
                'listed' => $entropy->pick(['yes', 'no', 'x', '']),
                'rights' => $entropy->chance(30) ? [1, $entropy->pick([2, 3, 7])] : [1],
            ];
        }
    }

    public function writeDatabase(string $path): void
    {
        is_file($path) && unlink($path);
        $file = new \PDO("sqlite:{$path}", null, null, [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
        $file->exec('CREATE TABLE person (id INTEGER PRIMARY KEY, e_mail TEXT, full_name TEXT, pw TEXT, pw_salt TEXT, reach TEXT, trained TEXT, member_since TEXT, state TEXT, listed TEXT)');
        $file->exec('CREATE TABLE rights (id INTEGER PRIMARY KEY, title TEXT)');
        $file->exec('CREATE TABLE person_rights (person_id INTEGER REFERENCES person (id), right_id INTEGER REFERENCES rights (id))');
        $file->exec('CREATE TABLE reading (id INTEGER PRIMARY KEY, person_id INTEGER REFERENCES person (id), level_cm REAL, at TEXT)');
        $file->beginTransaction();
        foreach (self::RIGHTS as $id => $title) {
            $file->prepare('INSERT INTO rights VALUES (?, ?)')->execute([$id, $title]);
        }
        $entropy = new SeededEntropy(self::SEED + 1);
        foreach ($this->people as $row) {
            $rights = $row['rights'];
            unset($row['rights']);
            $file->prepare('INSERT INTO person VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)')->execute(array_values($row));
            foreach ($rights as $right) {
                $file->prepare('INSERT INTO person_rights VALUES (?, ?)')->execute([$row['id'], $right]);
            }
            for ($reading = $entropy->random->getInt(0, 3); $reading > 0; $reading--) {
                $file->prepare('INSERT INTO reading (person_id, level_cm, at) VALUES (?, ?, ?)')->execute([$row['id'], $entropy->random->getInt(40, 310), '2021-0'.$entropy->random->getInt(1, 9).'-14 08:00']);
            }
        }
        $file->commit();
    }

    public function writeSpreadsheet(string $path): void
    {
        $rows = array_map(static fn (array $row): array => [
            $row['e_mail'], $row['full_name'], implode('; ', array_map(static fn (int $right): string => self::RIGHTS[$right], $row['rights'])), $row['reach'], $row['trained'], $row['member_since'],
            $row['state'], $row['listed'], $row['pw'], $row['pw_salt'], $row['id'],
        ], array_slice($this->people, 0, self::IN_SPREADSHEET));
        // What happens to a list that is kept by hand.
        $rows[3][0] = " {$rows[3][0]} ";
        $rows[5][0] = str_replace('@', ' at ', (string) $rows[5][0]);
        $rows[8][3] = 'Saltngs';
        $rows[11][4] = '31.02.2019';
        $rows[14][1] = '';
        $rows[17][3] = 'the bridge';
        $rows[20][0] = strtoupper((string) $rows[19][0]);
        $rows[23][8] = '';
        $rows[26][6] = 'on holiday';
        $file = fopen("{$path}.rows", 'w+b');
        if ($file === false) {
            throw new \RuntimeException("{$path} cannot be written.");
        }
        XlsxFile::begin($file, ['E-Mail', 'Full name', 'Rights', 'Home reach', 'Trained on', 'Member since', 'State', 'Listed', 'Password', 'Salt', 'Number']);
        foreach ($rows as $index => $row) {
            XlsxFile::write($file, $row, $index + 1);
        }
        XlsxFile::end($file);
        fclose($file);
        XlsxFile::finish("{$path}.rows", $path);
        unlink("{$path}.rows");
    }

    /** @return array{string, string} of one of four kinds, and its salt */
    private function hash(int $id, SeededEntropy $entropy): array
    {
        $salt = substr(strtr(base64_encode($entropy->bytes(24)), '+=', './'), 0, 22);

        return match ($id % 4) {
            0 => [crypt(self::PASSWORD, "\$2y\$08\${$salt}"), ''],
            1 => [crypt(self::PASSWORD, '$1$'.substr($salt, 0, 8).'$'), ''],
            2 => ['{SSHA}'.base64_encode(sha1(self::PASSWORD.$salt, true).$salt), ''],
            default => [sha1(substr($salt, 0, 8).self::PASSWORD), substr($salt, 0, 8)],
        };
    }
}
