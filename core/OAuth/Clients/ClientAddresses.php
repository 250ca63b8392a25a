<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Clients;

use Kennel\Core\Directory\Apps\AppAddress;

/** The lists of addresses that an app is registered with, and what each of them may hold; Client reads them by the same. */
enum ClientAddresses: string
{
    case Redirect = 'redirect_uris';
    case PostLogout = 'post_logout_redirect_uris';
    case Origins = 'origins';
    case Resources = 'resources';

    /**
     * What is wrong with each, as somebody is told while they type.
     *
     * @param  list<string>  $addresses
     * @return list<array{index: int, message: string}> none for what is as it has to be
     */
    public function mistakes(array $addresses, ClientKind $kind): array
    {
        $mistakes = [];
        foreach ($addresses as $index => $address) {
            try {
                match ($this) {
                    self::Redirect => RedirectUri::parse($address, $kind),
                    self::PostLogout, self::Resources => AppAddress::parse($address),
                    self::Origins => Origin::parse($address),
                };
                if (array_search($address, $addresses, true) < $index) {
                    throw new \InvalidArgumentException('is listed before');
                }
            } catch (\InvalidArgumentException $error) {
                $mistakes[] = ['index' => $index, 'message' => $error->getMessage()];
            }
        }

        return $mistakes;
    }
}
