<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Support;

use Facebook\WebDriver\WebDriverKeys;

/** A person without a mouse: what is to be used is reached by Tab, and after each step something has the focus. */
trait ByKeyboard
{
    private static string $naming = <<<'JS'
        const name = (at) => (at.getAttribute('aria-label') ?? at.labels?.[0]?.textContent ?? at.innerText ?? '').replace(/\s+/g, ' ').trim();

        JS;

    /** Tab by Tab to what is called so. */
    private function reach(string $name, bool $begins = false, ?string $attribute = null): void
    {
        $passed = [];
        self::$browser->tab($this->leap($name, $begins, $attribute));
        for ($step = 0; $step < 320; $step++) {
            $at = $attribute === null ? $this->called() : (string) $this->attribute($attribute);
            if ($begins ? str_starts_with($at, $name) : $at === $name) {
                return;
            }
            $passed[$at] = true;
            self::$browser->tab();
        }
        self::fail("\"{$name}\" is not reached by Tab. Reached: ".implode(' | ', array_keys($passed)));
    }

    /** How often Tab can be pressed without looking: not quite as often as there are things to use before the one that is wanted. */
    private function leap(string $name, bool $begins, ?string $attribute): int
    {
        return (int) self::$browser->driver->executeScript(self::$naming.<<<'JS'
            const [wanted, begins, attribute] = arguments;
            const all = [...document.querySelectorAll('a[href], button:not(:disabled), input:not(:disabled), select:not(:disabled), textarea:not(:disabled), summary, [tabindex]:not([tabindex="-1"]), [contenteditable="true"]')]
              .filter((one) => one.tabIndex >= 0 && one.getClientRects().length > 0);
            const here = all.indexOf(document.activeElement);
            const there = all.findIndex((one, index) => {
              const is = attribute === null ? name(one) : one.getAttribute(attribute) ?? '';
              return index > here && (begins ? is.startsWith(wanted) : is === wanted);
            });
            // Of a group of radio buttons Tab reaches one.
            const groups = all.slice(here + 1, Math.max(here + 1, there)).filter((one) => one.type === 'radio' && !one.checked).length;
            return Math.max(0, there - here - groups - 4);
            JS, [$name, $begins, $attribute]);
    }

    /** Reaches it, does it, and sees what comes of it. */
    private function do(string $name, string $key = WebDriverKeys::ENTER, string $see = '', bool $begins = false): void
    {
        self::$browser->until(fn (): bool => $this->isThere($name, $begins), "\"{$name}\" to be there");
        $this->reach($name, $begins);
        self::$browser->keys($key);
        if ($see !== '') {
            self::$browser->see($see);
        }
        $this->hasFocus("\"{$name}\" was done");
    }

    private function isThere(string $name, bool $begins): bool
    {
        return (bool) self::$browser->driver->executeScript(self::$naming.<<<'JS'
            return [...document.querySelectorAll('a[href], button, input, select, textarea, summary, [tabindex], [contenteditable]')].some((one) => arguments[1] ? name(one).startsWith(arguments[0]) : name(one) === arguments[0]);
            JS, [$name, $begins]);
    }

    private function called(): string
    {
        return (string) self::$browser->driver->executeScript(self::$naming.'return document.activeElement === document.body ? "BODY" : name(document.activeElement)');
    }

    private function attribute(string $name): ?string
    {
        $value = self::$browser->driver->executeScript('return document.activeElement.getAttribute(arguments[0])', [$name]);

        return is_string($value) ? $value : null;
    }

    /**
     * What opens may be fetched first: the focus is nowhere meanwhile, and has to have come within two seconds, to stay.
     *
     * @return string the name of what has the focus, now and a moment later
     */
    private function hasFocus(string $after): string
    {
        $name = 'BODY';
        self::$browser->until(function () use (&$name): bool {
            if ($this->called() === 'BODY') {
                return false;
            }
            usleep(60_000);

            return ($name = $this->called()) !== 'BODY';
        }, "something to have the focus after: {$after}", 2);

        return $name;
    }
}
