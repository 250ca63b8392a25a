<?php

declare(strict_types=1);

use Facebook\WebDriver\Remote\LocalFileDetector;
use Facebook\WebDriver\WebDriverKeys;
use Kennel\Tests\Browser\Support\Browser;
use Kennel\Tests\Browser\Support\Server;

require __DIR__.'/../vendor/autoload.php';

$folder = __DIR__.'/../docs/screenshots';
$only = $argv[1] ?? null;
$server = Server::start(640);
$browser = Browser::open();

/** Shows a page and, unless another picture was asked for by name, keeps its picture. */
$shoot = static function (string $name, ?string $path, int $width = 1280, int $height = 800, bool $dark = false, ?Closure $do = null) use ($server, $browser, $folder, $only): void {
    if ($only !== null && $only !== $name) {
        return;
    }
    $browser->viewport($width, $height, $dark);
    if ($path !== null) {
        $browser->visit($server->url($path));
    }
    usleep(900_000);
    if ($do !== null) {
        $do($browser);
        usleep(900_000);
    }
    $browser->driver->takeScreenshot("{$folder}/{$name}.png");
    echo "{$name}\n";
};

$shoot('page-sign-up', '/a/gaugebook/sign-up', 375, 812, do: static fn (Browser $page) => $page
    ->type('Full name', 'Ngozi Adeyemi-Holt')->type('E-mail address', 'ngozi@')->type('Password', 'slow green otters swim')->type('Repeat password', 'slow green'));
$shoot('page-sign-in', '/a/gaugebook/sign-in', 375, 812, dark: true);
$browser->viewport(1280, 800)->visit($server->url('/console'))->press('Fill them in')->press('Sign in')->see('Needs you');
$shoot('needs-you', '/console');
// What is asked of a password comes a moment after the page, in a frame that cannot be waited for.
$shoot('sign-up', '/console/sign-up/rules?app=kitloft', do: static fn (Browser $console) => usleep(1_500_000));
$shoot('wording', '/console/mail/wording/verify_address?app=gaugebook', do: static function (Browser $console): void {
    $console->see('In words of your own.');
    usleep(800_000);
});
$shoot('passwords-policy', '/console/passwords/policy', do: static fn (Browser $console) => $console->type('Password', 'Alder2019 heron')->type('Account holder’s name', 'Heron Alder'));
// A guesser at work, so that somebody is held back.
for ($guess = 0; $guess < 14; $guess++) {
    $server->postAll('/sessions', [['email' => 'oriel@alderwend.example', 'password' => "guess {$guess}"]]);
}
$shoot('sign-in-brakes', '/console/sign-in/brakes', do: static fn (Browser $page) => $page->see('without brakes')->press('Replay them')->see('replayed in'));
$shoot('sign-in-rehearsal', '/console/sign-in/rehearsal', do: static function (Browser $console): void {
    $console->click("//button[@aria-label='Rehearse: The link on the 25th hour']");
    foreach (['202 look_for_message', '1 day 1 h ahead of ours', '422 challenge.expired'] as $outcome) {
        $console->press('Next step')->see($outcome);
    }
});
$shoot('apps', '/console/apps/registration?app=gaugebook', do: static fn (Browser $console) => $console->see('Tokens renewed'));
$shoot('roles', '/console/roles/all/reviewer');
$reviewer = $server->database()->query("SELECT a.id FROM accounts a JOIN assignments s ON s.account_id = a.id WHERE s.role_key = 'reviewer' AND a.status = 'active' ORDER BY a.seq LIMIT 1")->fetchColumn();
$shoot('roles-why', "/console/roles/why?account={$reviewer}&permission=notices:publish");
$shoot('handed-out', '/console/roles/disclosure');
$browser->visit($server->url('/console'))->see('Needs you')->keys('e');
Server::signUp($server->url(), ['app' => 'gaugebook', 'name' => 'Ngozi Adeyemi-Holt', 'email' => 'ngozi@millreach.example', 'password' => 'slow green otters swim']);
usleep(1_500_000);
$openFirst = static function (Browser $console): void {
    $console->keys('j')->keys(WebDriverKeys::ENTER);
    usleep(1_200_000);
};
$shoot('accounts', '/console/accounts?q=ngozi', do: $openFirst);
$shoot('accounts-bulk', '/console/accounts?columns=address,field:home_reach,roles,seen&where='.rawurlencode('[["field","home_reach","misfits"],["status","is","active"]]'), do: static function (Browser $console): void {
    $console->keys('e')->click("//input[@aria-label='Select all that are shown']")->press('Set a field…')->see('Mend what does not fit')->press('Show what would change')->see('Nothing is changed yet')->type('Reason', 'Spelling of the older form, mended in bulk');
});
$shoot('import', '/console/accounts/import', do: static function (Browser $console): void {
    $console->see('Look at its columns')->box('File')->setFileDetector(new LocalFileDetector)->sendKeys((string) realpath(__DIR__.'/../database/demo/files/weirboard.xlsx'));
    $console->press('Look at its columns')->see('Verdict');
});
$shoot('mail', '/console/mail', do: static function (Browser $console): void {
    $console->click("//main//*[@role='row']//a");
    usleep(800_000);
});
foreach (['passwords', 'audit'] as $station) {
    $shoot($station, "/console/{$station}");
}
$shoot('invitations', '/console/invitations/invite', do: static function (Browser $console): void {
    // The preview stands beside the list where there is room for both.
    $console->driver->executeScript('return document.querySelector("aside[aria-label=Evidence]") !== null') !== true || $console->press('Hide the evidence');
    $console->press('Role: Add a role')->keys('dispatcher', WebDriverKeys::ENTER)->see('Dispatcher')->press('Paste or open a file…');
    $console->type('Paste a list', "Ilse Bakker <ilse.bakker@post.example>\noriel@alderwend.example\nrowan@post.example, Rowan Achterberg\nrowan@post.example, Rowan A.\npia.holm@spillway.test, Pia Holm\nwim.de.groot@@reach.example, Wim de Groot\nСорока Ивлева <сорока@река.example>");
    $console->press('Add to the list')->type('Your words to them', 'The November rota starts on Monday. You will get the notices for Wend Forks first.')->see('has an account: gets');
});
$browser->close();
$server->stop();
