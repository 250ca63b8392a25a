<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Kennel\Demo\DemoKeeper;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** The API's reference: every door of both documents, with requests that run. */
final class ReferenceTest extends BrowserTestCase
{
    public function test_a_request_runs_as_whoever_is_signed_in(): void
    {
        self::$browser->cookie(self::$server->url(), substr(self::$server->cookieOf('maren@alderwend.example', DemoKeeper::PASSWORD), strlen('Cookie: ')));
        $this->visit('/reference#/Apps/listApps')->see('The apps Kennel serves')->press('Execute')->see('"key": "gaugebook"')->see('200');
    }

    public function test_tokens_have_a_document_of_their_own(): void
    {
        $this->visit('/reference?of=tokens#/Tokens/introspectToken')->see('Whether a token counts at this moment');
        $this->visit('/icon.svg');
        $this->visit('/reference?of=tokens#/Discovery/readKeySet')->press('Execute')->see('"kty": "OKP"');
        foreach (['v1' => '/reference', 'oauth' => '/reference?of=tokens'] as $document => $path) {
            $this->visit($path)->see('Kennel: the API');
            $paths = count((array) json_decode((string) file_get_contents(dirname(__DIR__, 3)."/resources/openapi/{$document}.json"), true)['tags']);
            self::$browser->until(static fn (): bool => self::$browser->driver->executeScript('return document.querySelectorAll(".opblock-tag").length') === $paths, "the {$paths} parts of {$document}");
        }
    }
}
