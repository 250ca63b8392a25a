<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Console;

use Facebook\WebDriver\WebDriverKeys;
use Kennel\Tests\Browser\Support\BrowserTestCase;

/** Every primitive in every state, on one page: what holds here holds wherever it is used. */
final class KitTest extends BrowserTestCase
{
    protected const ACCOUNTS = 10;

    protected function tearDown(): void
    {
        // One of its parts breaks on purpose, which React reports.
        self::$browser->complaints();
        parent::tearDown();
    }

    public function test_it_is_accessible_in_light_and_dark_wide_and_narrow(): void
    {
        $kit = $this->enterConsole('/kit')->see('every primitive, in every state');
        self::assertSame('Kit · Kennel', $kit->driver->getTitle());
        $kit->until(static fn (): bool => $kit->driver->executeScript('return document.querySelectorAll(".cm-content").length') === 2, 'both editors');
        foreach ([[1280, 800, false], [1280, 800, true], [375, 812, false]] as [$width, $height, $dark]) {
            $kit->viewport($width, $height, $dark);
            $this->assertAccessible();
            self::assertSame('', $kit->overflow());
        }
        $kit->see('A part cannot be shown.')->see('a primitive that fails when it is drawn');
    }

    public function test_each_thing_that_can_be_used_is_reached_by_tab_and_seen_to_be(): void
    {
        $kit = $this->enterConsole('/kit')->see('every primitive, in every state');
        $kit->driver->executeScript('document.querySelector("main h1").tabIndex = -1; document.querySelector("main h1").focus()');
        $reached = [];
        for ($step = 0; $step < 200; $step++) {
            $kit->tab();
            $at = (array) $kit->driver->executeScript(<<<'JS'
                const at = document.activeElement;
                if (at === document.body || !document.querySelector('main').contains(at)) return ['out', true];
                // What is in a frame shows it there.
                if (at.tagName === 'IFRAME') return ['IFRAME', true];
                // A ring of its own, or one that its row or its label draws for it.
                const ring = [at, at.closest('label'), at.closest('[role=row]'), at.closest('.cm-editor')].some((one) => one !== null && getComputedStyle(one).outlineStyle !== 'none' && parseFloat(getComputedStyle(one).outlineWidth) >= 2);
                return [`${at.tagName} ${(at.getAttribute('aria-label') ?? at.labels?.[0]?.textContent ?? at.textContent ?? '').trim().slice(0, 40)}`, ring];
                JS);
            if ($at[0] === 'out') {
                break;
            }
            self::assertTrue($at[1], "{$at[0]}: nobody sees that it has the focus");
            $reached[] = $at[0];
        }
        self::assertGreaterThan(50, count($reached));
        foreach (['BUTTON Do it', 'INPUT One of a few', 'BUTTON A switch', 'INPUT From 1 to 256', 'TEXTAREA A list', 'BUTTON Show: Password', 'SUMMARY Show as a table', 'BUTTON A dialog…'] as $one) {
            self::assertNotSame([], array_filter($reached, static fn (string $name): bool => str_starts_with($name, explode(' ', $one)[0]) && (str_contains($name, substr($one, strlen(explode(' ', $one)[0]) + 1)) || str_starts_with($one, 'INPUT One'))), $one);
        }
    }

    public function test_one_of_many_is_found_by_typing_and_the_focus_comes_back(): void
    {
        $kit = $this->enterConsole('/kit')->see('every primitive, in every state');
        $kit->press('Filter by: by field…')->see('Home reach');
        $this->assertAccessible();
        $kit->keys('reach', WebDriverKeys::ENTER)->until(static fn (): bool => $kit->focused() === 'Filter by: Home reach', 'the choice, and the focus where it was');
        $kit->keys(WebDriverKeys::ENTER)->find("//input[@placeholder='Type to narrow']");
        $kit->keys('zzz')->see('None is like that.')->keys(WebDriverKeys::ESCAPE)->until(static fn (): bool => $kit->focused() === 'Filter by: Home reach', 'nothing else was chosen');
    }

    public function test_rows_are_moved_and_removed_and_a_document_says_where_it_is_none(): void
    {
        $kit = $this->enterConsole('/kit')->see('every primitive, in every state');
        $kit->until(static fn (): bool => $kit->driver->executeScript('return document.querySelectorAll(".cm-content").length') === 2, 'both editors');
        $kit->press('Upper valley: later')->until(static fn (): bool => $kit->focused() === 'Upper valley: later', 'the moved row to keep the focus');
        $kit->press('Upper valley: later');
        self::assertSame('true', $kit->find("//button[@aria-label='Upper valley: later']")->getAttribute('aria-disabled'));
        $kit->press('Remove Upper valley')->until(static fn (): bool => ! str_contains((string) $kit->driver->executeScript('return document.querySelector("table").outerHTML'), 'Upper valley'), 'the row to be gone');
        self::assertNotSame('BODY', $kit->focused());
        $kit->click("//div[@aria-label='A document']")->keys(WebDriverKeys::CONTROL, WebDriverKeys::END)->keys(WebDriverKeys::NULL)->keys(' oops')->see('This is not JSON yet: look at line');
        $kit->until(static fn (): bool => (bool) $kit->driver->executeScript('return document.querySelector(".cm-lint-marker-error, .cm-lintRange-error") !== null'), 'the mark where it is');
        $this->assertAccessible();
    }

    public function test_a_box_that_is_left_empty_is_what_it_was_and_a_bound_is_said(): void
    {
        $kit = $this->enterConsole('/kit')->see('every primitive, in every state');
        $kit->type('From 1 to 256', '')->keys(WebDriverKeys::ENTER);
        self::assertSame('12', $kit->box('From 1 to 256')->getAttribute('value'));
        $kit->type('From 1 to 256', '300')->keys(WebDriverKeys::ENTER)->see('At most 256.');
        self::assertSame('300', $kit->box('From 1 to 256')->getAttribute('value'), 'what was typed stays');
        $kit->keys(WebDriverKeys::ESCAPE)->seeNot('At most 256.');
        self::assertSame('12', $kit->box('From 1 to 256')->getAttribute('value'));
        $kit->type('A duration', '36')->keys(WebDriverKeys::ENTER);
        self::assertSame(['36', 'hours'], [$kit->box('A duration')->getAttribute('value'), $kit->driver->executeScript('const box = document.querySelector("[aria-label=\"Unit of: A duration\"]"); return box.selectedOptions[0].text')]);
    }

    public function test_dialogs_give_the_focus_back_and_an_act_that_is_refused_keeps_what_was_typed(): void
    {
        $kit = $this->enterConsole('/kit')->see('every primitive, in every state');
        $kit->press('An act’s dialog…')->type('Reason', 'Because of this')->press('Suspend it')->see('Kennel could not be reached');
        self::assertSame('Because of this', $kit->box('Reason')->getAttribute('value'));
        $this->assertAccessible();
        $kit->press('Cancel')->until(static fn (): bool => $kit->focused() === 'An act’s dialog…', 'the focus where it was');
        $kit->press('A dialog…')->find("//*[@role='dialog']");
        $this->assertAccessible();
        $kit->keys(WebDriverKeys::ESCAPE)->until(static fn (): bool => $kit->focused() === 'A dialog…', 'the focus where it was');
        $kit->press('What is shown once…')->see('Shown this once')->keys(WebDriverKeys::ESCAPE)->see('Shown this once')->press('I have it')->seeNot('Shown this once');
        $kit->press('A notice')->see('It was done.')->press('Undo')->see('It was undone.')->seeNot('It was done.');
    }
}
