<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Operations\Pages;

use Kennel\App\Operations\Http\ShellController;
use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Feature\DoorTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** The two HTML documents. */
final class ShellTest extends DoorTestCase
{
    #[DataProvider('documents')]
    public function test_loads_only_its_own_files_and_runs_nothing_inline(string $path): void
    {
        $response = $this->get($path)->assertOk();
        $policy = (string) $response->headers->get('Content-Security-Policy');
        self::assertStringStartsWith("default-src 'none'; script-src 'self'; ", $policy);
        self::assertStringNotContainsString('unsafe', $policy);
        self::assertStringContainsString(str_starts_with($path, '/a/') ? "frame-ancestors 'self'" : "frame-ancestors 'none'", $policy);

        $html = (string) $response->getContent();
        self::assertSame(0, preg_match('/<script(?![^>]*\ssrc=)|\son\w+=|javascript:|<style/i', $html), $html);
        preg_match_all('/(?:src|href)="([^"]+)"/', $html, $links);
        foreach ($links[1] as $link) {
            self::assertStringStartsWith('/', $link);
            self::assertFileExists(public_path($link));
        }
    }

    /** @return list<array{string}> */
    public static function documents(): array
    {
        return [['/console'], ['/console/accounts'], ['/console/accounts/anything'], ['/a/gaugebook/sign-up'], ['/a/kitloft/sign-in'], ['/a/gaugebook/verify']];
    }

    public function test_a_nonce_is_never_used_twice(): void
    {
        $nonces = array_map(fn (): string => (string) preg_replace("/.*'nonce-([^']+)'.*/", '$1', (string) $this->get('/console')->headers->get('Content-Security-Policy')), range(1, 5));
        self::assertCount(5, array_unique($nonces));
    }

    public function test_the_demos_credentials_are_shown_in_the_demo_and_nowhere_else(): void
    {
        self::assertStringNotContainsString(DemoKeeper::PASSWORD, (string) $this->get('/console')->getContent());
        config(['kennel.demo' => true]);
        self::assertStringContainsString(DemoKeeper::PASSWORD, (string) $this->get('/console')->getContent());
        self::assertStringNotContainsString(DemoKeeper::PASSWORD, (string) $this->get('/a/gaugebook/sign-in')->getContent());
    }

    public function test_each_account_page_has_an_address_and_each_address_a_page(): void
    {
        $script = (string) file_get_contents(resource_path('ui/pages/main.tsx'));
        self::assertSame(1, preg_match('/^const pages = \{$(.*?)^\};$/ms', $script, $part));
        preg_match_all("/^  '?([a-z-]+)'?:/m", $part[1], $pages);
        self::assertGreaterThan(8, count($pages[1]));
        foreach ($pages[1] as $page) {
            $this->get("/a/gaugebook/{$page}")->assertOk();
        }
        $addresses = (array) (new \ReflectionClassConstant(ShellController::class, 'PAGES'))->getValue();
        self::assertEqualsCanonicalizing($addresses, $pages[1]);
    }

    public function test_what_is_not_there(): void
    {
        $this->get('/a/nothing/sign-in')->assertNotFound();
        $this->get('/a/gaugebook/nothing')->assertNotFound();
        $this->get('/a/GAUGEBOOK/sign-in')->assertNotFound();
        $this->get('/')->assertRedirect('/console');
    }
}
