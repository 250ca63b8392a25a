<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Kennel\App\Credentials\Passwords\PasswordHistory;
use Kennel\App\Credentials\Passwords\PepperFile;
use Kennel\App\Credentials\Passwords\PepperKeys;
use Kennel\App\Credentials\Passwords\PepperUse;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Words;
use Kennel\App\Policy\Rules\Revisions;
use Kennel\App\Registration\Verification\Claims;
use Kennel\Core\Credentials\Passwords\Peppers\Peppered;
use Kennel\Core\Credentials\Passwords\Peppers\Peppers as Keys;
use Kennel\Core\Foundation\Secrets\Entropy;

/** Makes keys where only the service's user can read them, puts one into force, says which are in use, and takes away those that are not. */
final class PeppersCommand extends Command
{
    use Refuses;

    protected $signature = 'kennel:peppers
        {new? : the id of a key to make and add to the key file}
        {--use : put it into force as well: hashes take it at each account\'s next sign-in}
        {--reason= : why, for the audit trail; --use needs it}
        {--retire : take out of the key file what no hash needs any more}';

    protected $description = 'List the keys that are mixed into passwords, make one, or retire some. Fails when accounts need a key that is not here.';

    public function handle(PepperUse $use, Keys $keys, Entropy $entropy): int
    {
        $new = $this->argument('new');

        return match (true) {
            $this->option('retire') === true => $this->retire($use),
            is_string($new) => $this->make($new, $keys, $entropy),
            default => $this->list($use),
        };
    }

    private function make(string $id, Keys $keys, Entropy $entropy): int
    {
        $file = $this->file();
        $reason = trim((string) $this->option('reason'));
        if (preg_match('/^'.Peppered::KEY_ID.'$/D', $id) !== 1) {
            return $this->refuse('An id has small letters, digits and hyphens, 32 at most.');
        }
        if ($this->option('use') === true && $reason === '') {
            return $this->refuse('--reason: say why; it goes into the audit trail.');
        }
        if ($keys->has($id)) {
            return $this->refuse("There is a key \"{$id}\" already. A key that is in use is never replaced; make one with another id.");
        }
        try {
            $file->add($id, $entropy);
        } catch (\RuntimeException $error) {
            return $this->refuse($error->getMessage());
        }
        $this->line("Made \"{$id}\" in {$file->path}. Keep a copy apart from the database's backups, and hand it to every server.");
        if ($this->option('use') === true) {
            return $this->putIntoForce($id, $reason);
        }
        $this->line("Then set hashing.pepper to \"{$id}\".");

        return self::SUCCESS;
    }

    private function putIntoForce(string $id, string $reason): int
    {
        // Read anew: what publishing asks has to know the key that was just made.
        $this->laravel->instance(Keys::class, PepperKeys::read($this->file()->path, (string) config('kennel.peppers.keys')));
        $revisions = $this->laravel->make(Revisions::class);
        $newest = $revisions->newest();
        $document = $newest->document;
        $document['hashing']['pepper'] = $id;
        $outcome = $revisions->publish($document, $newest->number, $reason, Actor::system());
        foreach ($outcome['blockers'] as $blocker) {
            $this->error($this->laravel->make(Words::class)->say($blocker));
        }
        if ($outcome['blockers'] !== []) {
            return self::FAILURE;
        }
        $this->line('It is in force. Each account takes it at its next sign-in; php artisan kennel:peppers says how many still need a former one.');

        return self::SUCCESS;
    }

    private function retire(PepperUse $use): int
    {
        $file = $this->file();
        $inFile = PepperKeys::read($file->path, '');
        $retired = [];
        foreach ($use->keys() as $key) {
            $former = $this->laravel->make(PasswordHistory::class)->countPeppered($key['id']);
            $claims = $this->laravel->make(Claims::class)->countPeppered($key['id']);
            if (! $inFile->has($key['id']) || $key['is_rule']) {
                continue;
            }
            if ($key['accounts'] + $former + $claims > 0) {
                $this->line("\"{$key['id']}\" stays: {$key['accounts']} accounts, {$former} former passwords and {$claims} claims need it.");
            } else {
                $retired[] = $key['id'];
            }
        }
        try {
            $retired === [] || $file->remove($retired);
        } catch (\RuntimeException $error) {
            return $this->refuse($error->getMessage());
        }
        $this->line($retired === [] ? 'No key was retired.' : 'Retired: '.implode(', ', $retired).'.');

        return self::SUCCESS;
    }

    private function list(PepperUse $use): int
    {
        $stranded = 0;
        foreach ($use->keys() as $key) {
            $this->line(sprintf(
                '%-34s %s, %s%d accounts',
                $key['id'],
                $key['is_here'] ? 'here' : 'NOT HERE',
                $key['is_rule'] ? 'in force, ' : '',
                $key['accounts'],
            ));
            $stranded += $key['is_here'] ? 0 : $key['accounts'];
        }
        if ($stranded > 0) {
            return $this->refuse("{$stranded} accounts cannot sign in by password until their key is here again. They can set a new password by a message.");
        }

        return self::SUCCESS;
    }

    private function file(): PepperFile
    {
        return new PepperFile((string) config('kennel.peppers.file'));
    }
}
