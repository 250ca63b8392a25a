<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Installation;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Authorization\Keepers;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Credentials\Passwords\HandOverPassword;
use Kennel\App\Credentials\Passwords\SetPassword;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Policy\Rules\Revisions;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Apps\AppRules;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Reasons\Reason;
use Psr\Clock\ClockInterface;

/**
 * Makes an empty Kennel one that can be used: the built-in roles, the first app with its rules, the first keeper. What is there already
 * stays as it is, so it can be done again. The command and the console's first page both come through here.
 */
final readonly class Install
{
    /** Whoever installs may want to sleep over it. */
    private const LINK_LIVES = 'PT24H';

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Roles $roles,
        private Assignments $assignments,
        private Apps $apps,
        private Revisions $revisions,
        private Accounts $accounts,
        private Keepers $keepers,
        private SetPassword $setPassword,
        private HandOverPassword $handOver,
        private Challenges $challenges,
        private MarkComplete $markComplete,
        private AuditTrail $audit,
        private SetupCode $code,
    ) {
    }

    /** Whether nobody may do everything yet. */
    public function isNeeded(): bool
    {
        return ! $this->keepers->exist();
    }

    /**
     * @param  bool  $isFirst  whether it may only be done where there is no keeper at all
     *
     * @throws Refusal when there is a keeper already, or for a password that will not do
     */
    public function __invoke(InstallationRequest $wanted, bool $isFirst = false): Installed
    {
        // The hash takes its time, and is made before anything is locked.
        $hash = $wanted->password === null
            ? $this->handOver->hash($this->handOver->unknown())
            : $this->setPassword->prepareFirst($wanted->password, $wanted->email->toString(), $wanted->name->value, $wanted->app->name);

        $installed = $this->database->transaction(function () use ($wanted, $hash, $isFirst): Installed {
            if ($isFirst && ! $this->isNeeded()) {
                throw Refusal::conflict('installation.done');
            }
            $done = [
                'roles' => $this->roles(),
                'app' => $this->apps->register($wanted->app),
                'rules' => $this->rules($wanted),
            ];
            [$isNew, $keeper] = $this->keeper($wanted, $hash);
            $done['keeper'] = $isNew;
            $link = $wanted->wantsLink || ($isNew && $wanted->password === null) ? $this->link($keeper) : null;

            return new Installed(array_keys($done, true, true), array_keys($done, false, true), $link);
        });
        $this->code->forget();

        return $installed;
    }

    private function roles(): bool
    {
        $isNew = false;
        foreach (BuiltInRoles::ALL as $key => [$summary, $permissions]) {
            $isNew = $this->roles->define($key, $summary, $permissions) || $isNew;
        }

        return $isNew;
    }

    private function rules(InstallationRequest $wanted): bool
    {
        $newest = $this->revisions->newest();
        $document = $newest->document;
        /** @var list<array<string, mixed>> $apps */
        $apps = $document['apps'];
        if (in_array($wanted->app->key, array_column($apps, 'key'), true)) {
            return false;
        }
        // As careful as it gets: nobody signs up until somebody decides who may.
        $app = array_replace_recursive(AppRules::EXAMPLE, ['key' => $wanted->app->key, 'look' => ['name' => $wanted->app->name]]);
        $outcome = $this->revisions->publish([...$document, 'apps' => [...$apps, $app]], $newest->number, 'The first app', Actor::kennel());
        if ($outcome['blockers'] !== []) {
            throw Refusal::invalid($outcome['blockers']);
        }

        return true;
    }

    /** @return array{bool, Account} whether it is new, and the keeper */
    private function keeper(InstallationRequest $wanted, string $hash): array
    {
        $account = $this->accounts->byAddress($wanted->email);
        if ($account !== null && $this->keepers->includes($account)) {
            return [false, $account];
        }
        if ($account !== null || $this->keepers->isAnyUsable()) {
            // Whoever has an account is made a keeper in the console, by one; whoever has none signs up.
            throw Refusal::invalid([new Reason($account !== null ? 'email.taken' : 'installation.has_keeper', 'email')]);
        }
        $account = $this->accounts->add($wanted->name, $wanted->email, HashKind::describe($hash), $wanted->app->key, cameBy: 'installation');
        // Whoever installs vouches for the address: there is nobody else yet, and perhaps no relay.
        $this->accounts->change($account, ['status' => Status::Active, 'email_proven_at' => Moment::write($this->clock->now())]);
        ($this->markComplete)($account);
        $this->assignments->assign($account->id, BuiltInRoles::KEEPER, 'Kennel', 'the first keeper');
        $this->audit->record('account.installed', Actor::kennel(), $account->reference(), [], [
            'name' => $account->name,
            'email' => $account->email,
            'status' => $account->status->value,
            'roles' => BuiltInRoles::KEEPER,
        ], 'Installation');

        return [true, $account];
    }

    private function link(Account $keeper): string
    {
        $token = $this->challenges->issue($keeper, ChallengePurpose::ResetPassword, Duration::parse(self::LINK_LIVES))->token;
        $app = $keeper->app_key === null ? null : $this->apps->find($keeper->app_key);

        return $this->apps->pageOf($app, 'reset')."#t={$token->reveal()}";
    }
}
