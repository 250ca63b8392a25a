<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Clients;

use Kennel\Core\OAuth\SigningKeys\PublicKeys;

/** The public keys of an app that signs assertions (RFC 7523 §3). */
final class ClientKeys
{
    private const MOST = 10;

    /** @return PublicKeys|null null for what is no set of such keys */
    public static function read(string $json): ?PublicKeys
    {
        $set = json_decode($json, true, 8);
        $keys = is_array($set) && is_array($set['keys'] ?? null) && array_is_list($set['keys']) ? $set['keys'] : [];
        $ids = array_filter(array_column($keys, 'kid'), is_string(...));
        $read = PublicKeys::of($keys);
        $holds = $keys !== [] && count($keys) <= self::MOST && count($ids) === count($keys) && count(array_unique($ids)) === count($ids) && count($read->all) === count($keys);

        return $holds ? $read : null;
    }
}
