<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Installation;

use Illuminate\Contracts\Console\Kernel;
use Illuminate\Database\DatabaseManager;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Credentials\Passwords\PepperFile;
use Kennel\App\Credentials\Sessions\EndSessions;
use Kennel\App\Directory\Accounts\Anybody;
use Kennel\App\Foundation\DataDirectory;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Keys\KeyFile;
use Kennel\App\Foundation\Keys\KeyRing;
use Kennel\App\Foundation\Keys\SealedValues;
use Kennel\App\Foundation\Pulses\Pulses;
use Kennel\App\Foundation\Pulses\Silence;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Trail\Audit\AuditTrail;
use Psr\Clock\ClockInterface;
use Symfony\Component\Console\Output\NullOutput;

/**
 * Puts a backup in the place of what is here. Everything is looked at before anything is moved, and what was here is kept beside it.
 * What the backup believes to be open may have been ended since: so sessions end, links are spent, and messages that waited do not leave
 * by themselves.
 */
final readonly class Restore
{
    public function __construct(
        private DatabaseManager $databases,
        private DataDirectory $directory,
        private SealedValues $values,
        private Silence $silence,
        private Kernel $artisan,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param  string|null  $keys  the folder of the keys' copies; null where the right ones are here
     * @param  bool  $isForced  over accounts that are here, and although workers seem to run
     * @return array{made_at: string, kept: string|null, sessions: int, links: int, messages: int}
     *
     * @throws \RuntimeException saying why, with everything as it was
     */
    public function __invoke(string $folder, ?string $keys, bool $isForced): array
    {
        $manifest = $this->manifest($folder);
        $isHere = is_file($this->directory->database()) && filesize($this->directory->database()) > 0;
        if ($isHere && ! $isForced) {
            $this->requireNobody();
        }
        $this->directory->make();
        $copied = $this->copiedKeys($keys);
        $this->requireOpens("{$folder}/".Backup::DATABASE, $copied);
        $this->takeKeys($copied, $keys);

        // Under another name first: the place of the database never holds half of one.
        $new = $this->directory->database().'.restored';
        if (! @copy("{$folder}/".Backup::DATABASE, $new)) {
            @unlink($new);
            throw new \RuntimeException("{$new} cannot be written; nothing was changed.");
        }
        chmod($new, 0o640);
        (new \PDO("sqlite:{$new}", options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]))->exec('PRAGMA journal_mode = WAL');
        $kept = $isHere ? $this->setAside() : null;
        rename($new, $this->directory->database());
        Folder::copy("{$folder}/".Backup::FILES, $this->directory->path().'/app');
        $this->databases->purge();
        if ($this->artisan->call('migrate', ['--force' => true], new NullOutput) !== 0) {
            throw new \RuntimeException('The restored database could not be migrated; php artisan migrate says why.');
        }

        return ['made_at' => $manifest['made_at'], 'kept' => $kept, ...$this->closeWhatWasOpen($manifest['made_at'])];
    }

    /** @return array{made_at: string} */
    private function manifest(string $folder): array
    {
        $manifest = json_decode((string) @file_get_contents("{$folder}/".Backup::MANIFEST), true);
        if (! is_array($manifest) || ! is_array($manifest['sha256'] ?? null) || ! is_string($manifest['made_at'] ?? null)) {
            throw new \RuntimeException("{$folder} is no backup, or one that was broken off: its manifest is missing.");
        }
        if (($manifest['format'] ?? null) !== Backup::FORMAT) {
            throw new \RuntimeException('The backup is of another format; restore it with the Kennel it was made by.');
        }
        $digests = Folder::digests($folder);
        unset($digests[Backup::MANIFEST]);
        $differs = array_keys(array_diff_assoc($manifest['sha256'], $digests));
        if ($differs !== []) {
            throw new \RuntimeException('The backup is damaged: '.implode(', ', array_slice($differs, 0, 5)).' is missing or not what was written.');
        }

        return ['made_at' => $manifest['made_at']];
    }

    private function requireNobody(): void
    {
        try {
            $isEmpty = app(Anybody::class)() === null;
            $works = array_filter([Pulses::MAIL, Pulses::LONG, Pulses::SCHEDULE], fn (string $name): bool => ! $this->silence->hasFallen($name));
        } catch (\Throwable) {
            throw new \RuntimeException('There is a database here that cannot be read. Restore with --force; it will be kept beside the restored one.');
        }
        if (! $isEmpty) {
            throw new \RuntimeException('There are accounts here. Stop Kennel, then restore with --force; what is here will be kept beside it.');
        }
        if ($works !== []) {
            throw new \RuntimeException('Workers or the schedule have been at work in the last minutes. Stop Kennel first; --force if they have just been stopped.');
        }
    }

    /**
     * @param  list<string>  $copied  of the backup
     *
     * @throws \RuntimeException
     */
    private function requireOpens(string $database, #[\SensitiveParameter] array $copied): void
    {
        $keys = [...KeyRing::kept(), ...$copied];
        if ($keys === []) {
            throw new \RuntimeException('There is no key here. Restore with --keys=FOLDER, or bring the key back first.');
        }
        config(['database.connections.backup' => [...(array) config('database.connections.sqlite'), 'database' => $database, 'options' => []]]);
        $default = $this->databases->getDefaultConnection();
        try {
            $this->databases->setDefaultConnection('backup');
            $opens = $this->values->newestOpens($keys);
        } finally {
            $this->databases->setDefaultConnection($default);
            $this->databases->purge('backup');
        }
        if (! $opens) {
            throw new \RuntimeException('The keys that are here do not open what the backup holds. Restore with --keys=FOLDER; nothing was changed.');
        }
    }

    /** @return list<string> */
    private function copiedKeys(?string $folder): array
    {
        if ($folder !== null && ! is_dir($folder)) {
            throw new \RuntimeException("{$folder} is no folder of keys.");
        }

        return $folder === null ? [] : (new KeyFile("{$folder}/".Backup::KEYS))->keys();
    }

    /**
     * The keys that are here stay in front; those of the backup open what it holds.
     *
     * @param  list<string>  $copied
     */
    private function takeKeys(#[\SensitiveParameter] array $copied, ?string $folder): void
    {
        if ($copied !== []) {
            KeyRing::file()->take($copied);
        }
        $peppers = new PepperFile("{$folder}/".Backup::PEPPERS);
        if ($folder !== null && is_file($peppers->path)) {
            (new PepperFile((string) config('kennel.peppers.file')))->take($peppers);
        }
        $keys = KeyRing::kept();
        config(['app.key' => $keys[0] ?? null, 'app.previous_keys' => array_slice($keys, 1)]);
    }

    /** @return string where what was here lies now */
    private function setAside(): string
    {
        $database = $this->directory->database();
        $this->databases->purge();
        $kept = "{$database}.before-".$this->clock->now()->format('Ymd-His');
        foreach (['', '-wal', '-shm'] as $part) {
            if (is_file($database.$part)) {
                rename($database.$part, $kept.$part);
            }
        }

        return $kept;
    }

    /** @return array{sessions: int, links: int, messages: int} */
    private function closeWhatWasOpen(string $madeAt): array
    {
        // Made here and not before: they hold the connection that was closed.
        app()->forgetScopedInstances();

        return $this->databases->connection()->transaction(static function () use ($madeAt): array {
            $closed = [
                'sessions' => app(EndSessions::class)->all('restored from a backup'),
                'links' => app(Challenges::class)->supersedeAll('restored'),
                'messages' => app(Messages::class)->giveUpWaiting("It waited when the backup of {$madeAt} was made, and may have been sent since."),
            ];
            app(AuditTrail::class)->record('kennel.restored', Actor::kennel(), null, [], ['backup' => $madeAt, ...$closed], record: 'kennel');

            return $closed;
        });
    }
}
