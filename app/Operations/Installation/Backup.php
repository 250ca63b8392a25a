<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Installation;

use Illuminate\Database\Connection;
use Kennel\App\Foundation\DataDirectory;
use Kennel\App\Foundation\Keys\KeyRing;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\PrivateFile;
use Kennel\App\Foundation\Rules\RulesInForce;
use Psr\Clock\ClockInterface;

/**
 * Writes a copy of everything that cannot be made anew: the database as of one moment, pictures and files of imports, the rule book to
 * read, and the digests of it all. Keys go elsewhere or nowhere: whoever has the copy alone can open nothing that is sealed.
 */
final readonly class Backup
{
    public const MANIFEST = 'manifest.json';

    public const DATABASE = 'kennel.sqlite';

    public const RULES = 'rules.json';

    public const FILES = 'files';

    public const KEYS = 'app.key';

    public const PEPPERS = 'pepper-keys';

    public const FORMAT = 1;

    /** Folders of files that live for a day: a backup would keep them longer. */
    private const LEFT_OUT = ['exports'];

    public function __construct(private Connection $database, private DataDirectory $directory, private RulesInForce $rules, private ClockInterface $clock)
    {
    }

    /**
     * @param  string  $folder  to be made, or empty
     * @return array{bytes: int, files: int}
     *
     * @throws \RuntimeException before anything was written, or naming what could not be
     */
    public function write(string $folder): array
    {
        Folder::makeEmpty($folder);
        // A consistent copy while others write, in one file. It waits for nobody, and nobody for it.
        $this->database->statement('VACUUM INTO ?', ["{$folder}/".self::DATABASE]);
        PrivateFile::write("{$folder}/".self::RULES, json_encode($this->rules->document(), JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE)."\n");
        // After the database: what its rows name was there before them. A file that goes meanwhile was on its way out.
        Folder::copy($this->directory->path().'/app', "{$folder}/".self::FILES, self::LEFT_OUT);
        $digests = Folder::digests($folder);
        $manifest = ['format' => self::FORMAT, 'made_at' => Moment::write($this->clock->now()), 'revision' => $this->rules->revision(), 'sha256' => $digests];
        // Last: a copy without a manifest was broken off.
        PrivateFile::write("{$folder}/".self::MANIFEST, json_encode($manifest, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES)."\n");

        return ['bytes' => Folder::bytes($folder), 'files' => count($digests)];
    }

    /**
     * @param  string  $folder  to be made, or empty; outside of the other
     * @return list<string> names of the files that were written
     *
     * @throws \RuntimeException
     */
    public function writeKeys(string $folder): array
    {
        Folder::makeEmpty($folder);
        $written = [];
        foreach (self::keyFiles() as $name => $path) {
            if (is_file($path)) {
                PrivateFile::write("{$folder}/{$name}", (string) file_get_contents($path));
                $written[] = $name;
            }
        }

        return $written;
    }

    /** @return array<string, string> where the keys lie, by the name of their copy */
    private static function keyFiles(): array
    {
        return [self::KEYS => KeyRing::file()->path, self::PEPPERS => (string) config('kennel.peppers.file')];
    }
}
