<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Kennel\App\Foundation\DataDirectory;
use Kennel\App\Foundation\Keys\KeyRing;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\App\Operations\Installation\Install;
use Kennel\App\Operations\Installation\InstallationRequest;
use Kennel\Core\Directory\Apps\Registration;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;

/**
 * From nothing to a Kennel that can be used: data directory, key, schema, roles, the first app, the first keeper. Asks for what it is
 * not told. What is there stays, so it may run at every start.
 */
final class InstallCommand extends Command
{
    use Refuses;

    private const ENVIRONMENT = 'KENNEL_INSTALL_';

    protected $signature = 'kennel:install
        {--app= : the key of the first app, such as "portal"}
        {--app-name= : what its pages call it}
        {--app-kind= : web, single page or mobile; web when left out}
        {--name= : the first keeper\'s name}
        {--email= : and address}
        {--password-file= : a file whose first line is the keeper\'s password; "-" reads it from the standard input}
        {--link : print a link by which the keeper sets a password; also for one who is there already}
        {--data-only : make the data directory, the key and the schema, and nothing else}';

    protected $description = 'Make the data directory, key, schema, roles, first app and first keeper. Each option can also be in the environment, as KENNEL_INSTALL_APP_NAME.';

    public function handle(DataDirectory $directory, Entropy $entropy, Words $words): int
    {
        try {
            $this->step($directory->make(), 'Data directory', $directory->path());
            $this->step($this->key($entropy), 'Key', KeyRing::isInEnvironment() ? 'in the environment' : KeyRing::file()->path);
            $this->step($directory->makeDatabase(), 'Database', $directory->database());
        } catch (\RuntimeException $error) {
            return $this->refuse($error->getMessage());
        }
        if ($this->callSilently('migrate', ['--force' => true]) !== self::SUCCESS) {
            return $this->refuse('The database could not be migrated; php artisan migrate says why.');
        }
        $this->step(null, 'Schema', 'up to date');
        $this->warnOfRoot($directory);

        return $this->option('data-only') === true ? self::SUCCESS : $this->begin($this->laravel->make(Install::class), $words);
    }

    private function begin(Install $install, Words $words): int
    {
        if (! $install->isNeeded() && $this->told('email') === null) {
            $this->line('There is a keeper already. Nothing else to do; php artisan kennel:check looks at everything.');

            return self::SUCCESS;
        }
        try {
            $password = $this->password();
            $installed = $install(InstallationRequest::parse(
                $this->tell('app', 'The first app\'s key (small letters, digits, hyphens)'),
                $this->tell('app-name', 'Its name, as people know it'),
                $this->told('app-kind') ?? Registration::KINDS[0],
                $this->tell('name', 'Your name; you will be the first keeper'),
                $this->tell('email', 'Your e-mail address'),
                $password ?? $this->askPassword(),
                $this->option('link') === true,
            ));
        } catch (Refusal $refusal) {
            foreach ($refusal->reasons as $reason) {
                $this->error(($reason->field === null ? '' : '--'.str_replace('_', '-', $reason->field).': ').$words->say($reason));
            }

            return $this->refuse($refusal->reasons === [] ? $words->refusal($refusal)[0] : 'No app and no keeper was made.');
        } catch (\RuntimeException $error) {
            return $this->refuse($error->getMessage());
        }
        $labels = ['roles' => 'Roles', 'app' => 'First app', 'rules' => 'Its rules', 'keeper' => 'Keeper'];
        foreach ($labels as $part => $label) {
            $this->step(in_array($part, $installed->made, true), $label, $part === 'rules' ? 'nobody signs up until you decide who may' : '');
        }
        if ($installed->link !== null) {
            $this->line("\nThe keeper sets a password here, within a day:\n\n  {$installed->link}");
        }
        $this->line(sprintf(<<<'TEXT'

            Next
              1. Start what works unseen: the workers of mail and long, and the schedule (deploy/systemd has the units).
              2. php artisan kennel:check
              3. Sign in at %s/console, and decide under Sign-up who may sign up.
            TEXT, rtrim((string) config('app.url'), '/')));

        return self::SUCCESS;
    }

    /** @return bool whether it is new */
    private function key(Entropy $entropy): bool
    {
        if (KeyRing::isInEnvironment()) {
            return false;
        }
        $file = KeyRing::file();
        $isNew = $file->make($entropy);
        config(['app.key' => $file->keys()[0] ?? throw new \RuntimeException("{$file->path} cannot be read.")]);

        return $isNew;
    }

    /** From the option, or else from the environment. */
    private function told(string $option): ?string
    {
        $told = $this->option($option) ?? getenv(self::ENVIRONMENT.strtoupper(str_replace('-', '_', $option)));

        return is_string($told) && $told !== '' ? $told : null;
    }

    /** Asked for only where somebody can answer. */
    private function tell(string $option, string $question): string
    {
        return $this->told($option) ?? ($this->input->isInteractive() ? (string) $this->ask($question) : '');
    }

    private function password(): ?Secret
    {
        $file = $this->told('password-file');
        $text = match (true) {
            $file === '-' => fgets(STDIN),
            $file !== null => is_readable($file) ? strtok((string) file_get_contents($file), "\r\n") : throw new \RuntimeException("{$file} cannot be read."),
            default => getenv(self::ENVIRONMENT.'PASSWORD'),
        };

        return is_string($text) && $text !== '' ? new Secret(rtrim($text, "\r\n")) : null;
    }

    private function askPassword(): ?Secret
    {
        if (! $this->input->isInteractive() || $this->option('link') === true) {
            return null;
        }
        $typed = (string) $this->secret('A password; leave it empty for a link by which you set one');

        return $typed === '' ? null : new Secret($typed);
    }

    private function warnOfRoot(DataDirectory $directory): void
    {
        if (function_exists('posix_geteuid') && posix_geteuid() === 0) {
            $this->warn("You are root, so what was made is root's. Let the service's user own it: chown -R kennel: {$directory->path()}");
        }
    }

    private function step(?bool $isNew, string $what, string $where): void
    {
        $this->line(sprintf('%-14s %s%s', $what, match ($isNew) {
            true => 'made', false => 'was there', null => 'done'
        }, $where === '' ? '' : ", {$where}"));
    }
}
