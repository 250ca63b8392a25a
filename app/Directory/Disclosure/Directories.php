<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Disclosure;

use Illuminate\Contracts\Encryption\DecryptException;
use Illuminate\Contracts\Encryption\Encrypter;
use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Disclosure\AudienceKind;
use Kennel\Core\Directory\Disclosure\BuiltIn;
use Kennel\Core\Directory\Disclosure\Directory;
use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\Recipient;
use Kennel\Core\Foundation\Identity\Access;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\SearchText;

/** The accounts of one app as its signed-in accounts may see them, or everybody; of active accounts those that agreed to be listed, where the rule says so. */
final readonly class Directories
{
    /** In characters: fewer are the beginning of everybody's name. */
    private const SHORTEST_SEARCH = 2;

    public function __construct(private Caller $caller, private Accounts $accounts, private DisclosureRules $rules, private HandOut $handOut, private Consents $consents, private Encrypter $encrypter)
    {
    }

    /**
     * @return array{items: list<object>, next: string|null} in the order of names where these are handed out, else in the order the accounts were made
     *
     * @throws Refusal where there is no directory, for whoever may not read it, for a search where names are not handed out
     */
    public function page(string $app, ?string $search, ?string $cursor, int $limit): array
    {
        $directory = $this->directory($app);
        $isByName = $this->handsOutNames($directory);
        $rows = $this->listed($directory);
        if ($search !== null) {
            $this->search($rows, $search, $isByName);
        }
        $column = $isByName ? 'name_key' : 'seq';
        $from = $cursor === null ? null : $this->read($cursor, $app);
        if ($from !== null) {
            $isByName ? $rows->whereRaw('(name_key, seq) > (?, ?)', $from) : $rows->where('seq', '>', $from[1]);
        }
        $found = $rows->orderBy($column)->orderBy('seq')->limit($limit + 1)->get();
        $shown = array_values($found->take($limit)->all());
        $last = end($shown);
        $handed = ($this->handOut)($shown, Recipient::of($directory->readers), $this->rules);

        return [
            'items' => array_map(static fn (Account $account): object => $handed[$account->id]->forAnswer(), $shown),
            'next' => $found->count() > $limit && $last !== false ? $this->encrypter->encrypt([$app, (string) $last->getRawOriginal('name_key'), $last->seq]) : null,
        ];
    }

    /** Whether there is one is told to whoever is signed in. */
    private function directory(string $app): Directory
    {
        $directory = $this->rules->directories[$app] ?? null;
        if ($directory?->readers->kind === AudienceKind::Everybody) {
            return $directory;
        }
        $reader = $this->caller->get();
        if ($directory === null) {
            throw Refusal::notFound();
        }
        if ($reader->access !== Access::Full) {
            throw Refusal::notAllowed('session.limited', $reader->reasons);
        }
        if ($reader->appKey !== $directory->app) {
            throw Refusal::notAllowed('directory.other_app', [new Reason('directory.other_app', 'app', ['app' => $directory->app])]);
        }

        return $directory;
    }

    /** Of everybody alike: where some agree to it and some do not, the order would tell. */
    private function handsOutNames(Directory $directory): bool
    {
        $grant = $this->rules->grant(FieldKey::builtIn(BuiltIn::Name), $directory->readers);

        return $grant !== null && ! $grant->needsConsent;
    }

    /** @return Builder<Account> */
    private function listed(Directory $directory): Builder
    {
        $rows = $this->accounts->activeOf($directory->app);

        return $directory->needsConsent ? $rows->whereIn('id', $this->consents->to($directory->consentField(), $directory->readers, '')->select('account_id')) : $rows;
    }

    /** @param  Builder<Account>  $rows */
    private function search(Builder $rows, string $search, bool $isByName): void
    {
        // As names are sorted: words, without accents.
        $key = implode(' ', SearchText::words($search));
        if (! $isByName || mb_strlen($key) < self::SHORTEST_SEARCH) {
            throw Refusal::invalid([new Reason($isByName ? 'directory.search_short' : 'directory.search', 'q', ['minimum' => self::SHORTEST_SEARCH])]);
        }
        $rows->whereRaw("' ' || name_key LIKE ? ESCAPE '!'", ['% '.str_replace(['!', '%', '_'], ['!!', '!%', '!_'], $key).'%']);
    }

    /**
     * It is sealed: where names or ids are not handed out, a cursor would hand them out.
     *
     * @return array{string, int}
     */
    private function read(string $cursor, string $app): array
    {
        try {
            $read = $this->encrypter->decrypt($cursor);
        } catch (DecryptException) {
            $read = null;
        }

        return is_array($read) && ($read[0] ?? null) === $app ? [(string) $read[1], (int) $read[2]] : throw Refusal::invalid([new Reason('query.cursor', 'cursor')]);
    }
}
