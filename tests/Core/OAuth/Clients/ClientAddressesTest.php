<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\OAuth\Clients;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\ClientAddresses;
use Kennel\Core\OAuth\Clients\ClientKind;
use Kennel\Core\OAuth\Clients\Clients;
use PHPUnit\Framework\TestCase;

final class ClientAddressesTest extends TestCase
{
    private const ADDRESSES = [
        'https://app.example/back', 'http://app.example/', 'http://127.0.0.1/back', 'http://localhost:3000/', 'https://app.example', 'HTTPS://APP.EXAMPLE', 'https://app.example:443', 'https://app.example/#part', 'https://who@app.example/',
        'example.app:/back', 'app:/back', 'app.example/back', '', 'javascript:alert(1)', 'https://app.example/ä', 'urn:example:api',
    ];

    /** Whoever types is told what the rule book would say. */
    public function test_it_says_what_the_rule_book_says(): void
    {
        foreach (ClientAddresses::cases() as $list) {
            foreach ([ClientKind::Web, ClientKind::Mobile] as $kind) {
                foreach (self::ADDRESSES as $address) {
                    $mistakes = $list->mistakes([$address], $kind);
                    try {
                        Clients::read(new Document(['clients' => [array_replace(Client::EXAMPLE, ['key' => 'app', 'kind' => $kind->value, 'redirect_uris' => ['https://app.example/ok'], 'token_endpoint_auth_method' => $kind->authentications()[0]->value], [$list->value => [$address]])]]));
                        self::assertSame([], $mistakes, "{$list->value} {$kind->value} {$address}");
                    } catch (InvalidRuleBook $error) {
                        self::assertStringContainsString((string) ($mistakes[0]['message'] ?? 'nothing'), $error->getMessage(), "{$list->value} {$kind->value} {$address}");
                    }
                }
            }
        }
    }

    public function test_each_is_named_by_its_place(): void
    {
        self::assertSame([['index' => 1, 'message' => 'must be https; http is for localhost, 127.0.0.1 and [::1] alone'], ['index' => 2, 'message' => 'is listed before']], ClientAddresses::Redirect->mistakes(['https://a.example/', 'http://b.example/', 'https://a.example/'], ClientKind::Web));
    }
}
