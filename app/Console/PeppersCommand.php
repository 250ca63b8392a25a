<?php

declare(strict_types=1);

namespace Kennel\App\Console;

use Illuminate\Console\Command;
use Kennel\App\Passwords\PepperUse;
use Kennel\Core\Passwords\Peppers\Peppered;
use Kennel\Core\Passwords\Peppers\Peppers as Keys;
use Kennel\Core\Secrets\Entropy;

/** Makes keys where only the service's user can read them, and says which are in use. */
final class PeppersCommand extends Command
{
    protected $signature = 'kennel:peppers {new? : the id of a key to make and add to the key file}';

    protected $description = 'List the keys that are mixed into passwords, or make one. Fails when accounts need a key that is not here.';

    public function handle(PepperUse $use, Keys $keys, Entropy $entropy): int
    {
        $new = $this->argument('new');

        return is_string($new) ? $this->make($new, $keys, $entropy) : $this->list($use);
    }

    private function make(string $id, Keys $keys, Entropy $entropy): int
    {
        $file = (string) config('kennel.peppers.file');
        if (preg_match('/^'.Peppered::KEY_ID.'$/D', $id) !== 1) {
            return $this->refuse('An id has small letters, digits and hyphens, 32 at most.');
        }
        if ($keys->has($id)) {
            return $this->refuse("There is a key \"{$id}\" already. A key that is in use is never replaced; make one with another id.");
        }
        $before = umask(0077);
        $written = file_put_contents($file, "{$id} ".base64_encode($entropy->bytes(Keys::KEY_BYTES))."\n", FILE_APPEND | LOCK_EX);
        umask($before);
        if ($written === false) {
            return $this->refuse("{$file} can not be written.");
        }
        $this->line("Made \"{$id}\" in {$file}. Keep a copy apart from the database's backups, hand it to every server, then set hashing.pepper to \"{$id}\".");

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
            return $this->refuse("{$stranded} accounts can not sign in by password until their key is here again. They can set a new password by a message.");
        }

        return self::SUCCESS;
    }

    private function refuse(string $why): int
    {
        $this->error($why);

        return self::FAILURE;
    }
}
