<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\App\Registration\Signup\ListedThrowawayDomains;
use PHPUnit\Framework\TestCase;

/** The list that ships against the package it is made from: disposable-email-domains (npm). */
final class ThrowawayDomainsTest extends TestCase
{
    private const PACKAGE = __DIR__.'/../../node_modules/disposable-email-domains';

    public function test_every_hundredth_domain_of_the_package_is_found(): void
    {
        $list = new ListedThrowawayDomains(__DIR__.'/../../resources/domains/throwaway.txt');
        $domains = $this->read('index.json');
        self::assertGreaterThan(100_000, count($domains));
        foreach ($domains as $index => $domain) {
            if ($index % 100 === 0) {
                self::assertTrue($list->lists($domain), $domain);
                self::assertFalse($list->lists("{$domain}x.example"), $domain);
            }
        }
        foreach ($this->read('wildcard.json') as $domain) {
            self::assertTrue($list->lists(".{$domain}"), $domain);
        }
    }

    public function test_domains_for_examples_are_nobodys(): void
    {
        // RFC 2606 §2 and §3: reserved, so a list that held them would be wrong.
        $list = new ListedThrowawayDomains(__DIR__.'/../../resources/domains/throwaway.txt');
        foreach (['alderwend.example', 'post.example', 'gauge.test', 'localhost'] as $domain) {
            self::assertFalse($list->lists($domain));
        }
    }

    /** @return list<string> */
    private function read(string $file): array
    {
        /** @var list<string> $domains */
        $domains = json_decode((string) file_get_contents(self::PACKAGE."/{$file}"), true, flags: JSON_THROW_ON_ERROR);

        return $domains;
    }
}
