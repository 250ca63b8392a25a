<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Illuminate\Contracts\Foundation\Application;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Roles\Bounds;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Policy\Rules\RuleBook;
use Psr\Clock\ClockInterface;

/** Makes a world with somebody in it: a person who has nothing yet, and a keeper of that world alone. */
final readonly class RaiseCurtain
{
    /** Names of nobody; one a rehearsal, so that several at once can be told apart. */
    private const NAMES = ['Ottoline Marsh', 'Casimir Vane', 'Delphine Rook', 'Bartholomew Quill', 'Isolde Fenwick', 'Leopold Tarn', 'Rosalind Heath', 'Ambrose Wick'];

    /** What the steps of operators need. */
    private const NEEDED = [Permission::Console->value, Permission::AccountsRead->value, Permission::AccountsManage->value, Permission::InvitationsSend->value];

    private const KEEPER = 'keeper@rehearsal.example';

    public function __construct(private MakeWorld $makeWorld)
    {
    }

    /** @param  array<string, mixed>  $document  of the rules that hold in it */
    public function __invoke(World $world, array $document, string $app, \DateTimeImmutable $now): Cast
    {
        ($this->makeWorld)($world, $document);
        $book = RuleBook::fromArray($document);
        $domains = ($book->apps[$app] ?? null)?->admission->domains->domains ?? [];
        $name = self::NAMES[random_int(0, count(self::NAMES) - 1)];
        $cast = new Cast(
            ['name' => $name, 'email' => strtolower(str_replace(' ', '.', $name)).'@'.($domains[0] ?? 'rehearsal.example'), 'password' => $this->password($book)],
            ['email' => self::KEEPER, 'password' => bin2hex(random_bytes(20))],
        );
        $world->run($now, fn (Application $inner) => $this->makeKeeper($inner, $cast, $app));

        return $cast;
    }

    /** One that any rule about passwords takes: long, of every kind of character, and in no list. */
    private function password(RuleBook $book): string
    {
        $drawn = 'Quiet-Herons-Ferry-'.bin2hex(random_bytes(6)).'-Lanterns-47!';
        $long = str_pad($drawn, max(mb_strlen($drawn), $book->password->minimum), 'Otter-9!');

        return mb_substr($long, 0, $book->password->maximum);
    }

    private function makeKeeper(Application $inner, Cast $cast, string $app): void
    {
        $accounts = $inner->make(Accounts::class);
        $hash = $inner->make(PasswordHasher::class)->hash(PreparedPassword::from(new Secret($cast->operator['password'])));
        $inner->make('db')->transaction(function () use ($inner, $accounts, $cast, $hash, $app): void {
            $keeper = $accounts->add(PersonName::parse('The keeper'), EmailAddress::parse($cast->operator['email']), HashKind::describe($hash), $app, cameBy: 'operator');
            $accounts->change($keeper, ['status' => Status::Active, 'email_proven_at' => Moment::write($inner->make(ClockInterface::class)->now())]);
            $inner->make(Assignments::class)->assign($keeper->id, $this->keeperRole($inner->make(Roles::class)), 'Kennel', 'rehearsal');
        });
    }

    /** @throws Refusal where no role can do what an operator does in journeys */
    private function keeperRole(Roles $roles): string
    {
        $isUnbounded = static fn (string $role): bool => Bounds::of($roles->graph()->grants([[$role, null]])) === null;
        $able = array_values(array_filter(array_intersect(...array_map($roles->allowing(...), self::NEEDED)), $isUnbounded));

        return $able[0] ?? throw Refusal::conflict('rehearsal.no_keeper');
    }
}
