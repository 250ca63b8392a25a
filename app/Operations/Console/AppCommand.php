<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\App\OAuth\Clients\AppSecret;
use Kennel\App\OAuth\Clients\AppSecrets;
use Kennel\App\Policy\Rules\Revisions;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\OAuth\Clients\ClientKind;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\Clients\NewClient;

/** Apps that come to tokens: registered, given a secret, rid of one. */
final class AppCommand extends Command
{
    use NamesOperator;
    use Refuses;

    protected $signature = 'kennel:app
        {act : list, register, secret, or revoke}
        {key? : the app; its client_id}
        {--name= : what its pages call it, for register}
        {--kind=web : web, single page, mobile, command line, or backend}
        {--redirect=* : where its browsers go back to}
        {--reason= : why, for the audit trail; register needs it}
        {--hint= : the last characters of the secret that is to go, for revoke}
        {--as= : the address of the operator who does it; without one the trail says system}';

    protected $description = 'Register an app that comes to tokens, and give or take its secrets';

    public function handle(Clients $clients, AppSecrets $secrets, Revisions $revisions, Words $words): int
    {
        try {
            return match ($this->argument('act')) {
                'list' => $this->listAll($clients, $secrets),
                'register' => $this->register($revisions, $words),
                'secret' => $this->addSecret($clients, $secrets),
                'revoke' => $this->revoke($secrets),
                default => $this->refuse('There is no such act. There are: list, register, secret, revoke.'),
            };
        } catch (Refusal $refusal) {
            return $this->refuse(implode(' ', $words->refusal($refusal)));
        } catch (InvalidRuleBook|\InvalidArgumentException $mistake) {
            return $this->refuse($mistake->getMessage());
        }
    }

    private function listAll(Clients $clients, AppSecrets $secrets): int
    {
        foreach ($clients->all as $client) {
            $this->line(sprintf('%-20s %-12s %-20s %d secrets', $client->key, $client->kind->value, $client->authentication->value, count($secrets->of($client->key))));
        }

        return self::SUCCESS;
    }

    private function register(Revisions $revisions, Words $words): int
    {
        $actor = $this->actor(Permission::RulesManage);
        $kind = ClientKind::tryFrom((string) $this->option('kind')) ?? throw new \InvalidArgumentException('The kind is one of '.implode(', ', ClientKind::names()).'.');
        $why = trim((string) $this->option('reason'));
        if ($why === '') {
            throw new \InvalidArgumentException('Say why with --reason: it goes into the audit trail.');
        }
        $newest = $revisions->newest();
        /** @var list<string> $redirects */
        $redirects = $this->option('redirect');
        $outcome = $revisions->publish(NewClient::in($newest->document, $this->key(), (string) ($this->option('name') ?? $this->key()), $kind, $redirects), $newest->number, $why, $actor);
        if ($outcome['blockers'] !== []) {
            return $this->refuse(implode(' ', array_map($words->say(...), $outcome['blockers'])));
        }
        $this->line("“{$this->key()}” is registered.".($kind->keepsSecrets() ? " php artisan kennel:app secret {$this->key()} gives it a secret." : ''));

        return self::SUCCESS;
    }

    private function addSecret(Clients $clients, AppSecrets $secrets): int
    {
        $actor = $this->actor(Permission::RulesManage);
        $client = $clients->find($this->key()) ?? throw new \InvalidArgumentException("No app “{$this->key()}” comes to tokens.");
        // Alone in its line, so that it can be piped; nobody is told it again.
        $this->line($secrets->add($client, $actor)['token']->reveal());

        return self::SUCCESS;
    }

    private function revoke(AppSecrets $secrets): int
    {
        $actor = $this->actor(Permission::RulesManage);
        $hint = (string) $this->option('hint');
        $meant = array_values(array_filter($secrets->of($this->key()), static fn (AppSecret $one): bool => $one->hint === $hint));
        if (count($meant) !== 1) {
            throw new \InvalidArgumentException('Say which with --hint, its last four characters. There are: '.implode(', ', array_column($secrets->of($this->key()), 'hint')).'.');
        }
        $secrets->revoke($this->key(), $meant[0]->id, $actor);
        $this->line('The secret counts no more.');

        return self::SUCCESS;
    }

    private function key(): string
    {
        $key = $this->argument('key');

        return is_string($key) && $key !== '' ? $key : throw new \InvalidArgumentException('Name the app.');
    }
}
