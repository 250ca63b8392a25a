<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Standings;
use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Directory\Http\AccountResource;
use Kennel\App\Directory\Http\StoredFields;
use Kennel\Core\Directory\Disclosure\ReadableFields;

/** An account as its holder sees it. */
final readonly class OwnAccountResource
{
    public function __construct(private Standings $standings, private StoredFields $fields, private AccountResource $resource, private HandedFields $handed)
    {
    }

    /** @return array<string, mixed> */
    public function whole(Account $account): array
    {
        return $this->wholeFor($account, $this->handed->toHolder());
    }

    /** @return array<string, mixed> */
    public function wholeFor(Account $account, ReadableFields $readable): array
    {
        $standing = $this->standings->of($account);

        return [
            'id' => $account->id,
            'version' => $account->version,
            'name' => $account->name,
            'email' => $account->email,
            'app' => $account->app_key,
            'language' => $account->language,
            'access' => $standing->access->value,
            'owed' => array_map($this->resource->owed(...), $standing->owed),
            'fields' => $this->fields->of($account, $readable),
        ];
    }
}
