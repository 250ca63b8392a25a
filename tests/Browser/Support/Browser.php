<?php

declare(strict_types=1);

namespace Kennel\Tests\Browser\Support;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Exception\ElementClickInterceptedException;
use Facebook\WebDriver\Exception\ElementNotInteractableException;
use Facebook\WebDriver\Exception\NoSuchElementException;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Facebook\WebDriver\WebDriverSelect;

/** One Chromium window, driven as a person would: by labels and by what is written on things. */
final class Browser
{
    private const FLAGS = [
        '--headless=new', '--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu', '--hide-scrollbars', '--no-first-run',
        '--disable-background-networking', '--disable-component-update', '--disable-sync', '--disable-default-apps',
        '--disable-domain-reliability', '--no-pings', '--disable-extensions', '--disable-crash-reporter', '--disable-breakpad',
        '--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE localhost , EXCLUDE *.localhost , EXCLUDE 127.0.0.1',
    ];

    public const PATIENCE = 20.0;

    private const STILL = <<<'JS'
        const [element, done] = arguments;
        let before = '';
        const look = () => {
          const { x, y, width, height } = element.getBoundingClientRect();
          const now = [x, y, width, height].join();
          if (now === before || !element.isConnected) return done();
          before = now;
          setTimeout(look, 40);
        };
        look();
        JS;

    private ?string $withoutOffers = null;

    private static ?self $shared = null;

    private function __construct(public readonly RemoteWebDriver $driver, private readonly ChromeDevToolsDriver $tools, private readonly string $profile)
    {
    }

    public static function open(): self
    {
        $profile = sys_get_temp_dir().'/kennel-chromium-'.bin2hex(random_bytes(6));
        $options = (new ChromeOptions)->addArguments([...self::FLAGS, "--user-data-dir={$profile}"]);
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $capabilities->setCapability('goog:loggingPrefs', ['browser' => 'ALL']);
        $driver = RemoteWebDriver::create('http://127.0.0.1:'.ChromeDriver::running()->port, $capabilities, 20_000, 60_000);
        $browser = new self($driver, new ChromeDevToolsDriver($driver), $profile);
        $browser->viewport(1280, 800);

        return $browser;
    }

    /** One for all classes of this process, as good as new. A class that needs a second one opens it, and closes it. */
    public static function shared(): self
    {
        $browser = self::$shared ??= self::open();
        $windows = $browser->driver->getWindowHandles();
        foreach (array_slice($windows, 1) as $window) {
            $browser->driver->switchTo()->window($window)->close();
        }
        $browser->driver->switchTo()->window($windows[0]);

        return $browser->boxesOfferPasskeys(true)->offline(false)->language('')->unreachable([]);
    }

    public function close(): void
    {
        $this->driver->quit();
        exec('rm -rf '.escapeshellarg($this->profile));
    }

    public function viewport(int $width, int $height, bool $dark = false): self
    {
        $this->tools->execute('Emulation.setDeviceMetricsOverride', ['width' => $width, 'height' => $height, 'deviceScaleFactor' => 1, 'mobile' => $width < 600]);
        $this->tools->execute('Emulation.setEmulatedMedia', ['features' => [
            ['name' => 'prefers-color-scheme', 'value' => $dark ? 'dark' : 'light'],
            ['name' => 'prefers-reduced-motion', 'value' => 'reduce'],
        ]]);

        return $this;
    }

    public function visit(string $url): self
    {
        $this->driver->get($url);

        return $this;
    }

    /** @param  string  $cookie  name=value, as the server gave it */
    public function cookie(string $url, string $cookie): self
    {
        [$name, $value] = explode('=', $cookie, 2);
        $this->tools->execute('Network.setCookie', ['url' => $url, 'name' => $name, 'value' => $value, 'path' => '/', 'secure' => true, 'httpOnly' => true, 'sameSite' => 'Strict']);

        return $this;
    }

    /** Signs this browser out of everything, as if it were new. */
    public function forget(): void
    {
        $this->tools->execute('Network.clearBrowserCookies');
        $this->driver->executeScript('try { localStorage.clear(); sessionStorage.clear() } catch {}');
    }

    public function see(string $text): self
    {
        $this->until(fn (): bool => str_contains($this->text(), $text), "\"{$text}\" to be seen");

        return $this;
    }

    public function seeNot(string $text): self
    {
        $this->until(fn (): bool => ! str_contains($this->text(), $text), "\"{$text}\" not to be seen");

        return $this;
    }

    public function text(): string
    {
        // As the page lays it out. WebDriver's own way walks every element, which takes most of a test's time.
        return str_replace("\u{a0}", ' ', (string) $this->driver->executeScript('return document.body?.innerText ?? ""'));
    }

    /** The box that a label names. */
    public function box(string $label): RemoteWebElement
    {
        return $this->find("//*[@id = //label[normalize-space() = {$this->quote($label)}]/@for] | //*[@aria-label = {$this->quote($label)} and (self::input or self::textarea or self::select)]");
    }

    /** Types over whatever a box holds. */
    public function type(string $label, string $text): self
    {
        // A box that is being laid out takes no keys yet.
        $this->until(function () use ($label, $text): bool {
            $this->box($label)->sendKeys([WebDriverKeys::CONTROL, 'a'])->sendKeys(WebDriverKeys::DELETE)->sendKeys($text);

            return true;
        }, "\"{$label}\" to take what is typed");

        return $this;
    }

    /** Chooses from a list by what stands in it. */
    public function choose(string $label, string $choice): self
    {
        // What can be chosen may still be on its way, and takes the place of what was there.
        $this->until(function () use ($label, $choice): bool {
            (new WebDriverSelect($this->box($label)))->selectByVisibleText($choice);

            return true;
        }, "\"{$choice}\" to be chosen");

        return $this;
    }

    /** Presses a button or follows a link by its words. */
    public function press(string $words): self
    {
        $quoted = $this->quote($words);
        $pressable = '*[self::button or self::a or self::summary or self::label][not(@disabled)]';
        $exact = "[normalize-space() = {$quoted} or @aria-label = {$quoted}]";
        // A dialog covers everything else until it is closed; and the exact words count before words that merely begin so.
        $path = '';
        $this->until(function () use ($pressable, $exact, $quoted, &$path): bool {
            $scope = $this->driver->findElements(WebDriverBy::xpath("//*[@role='dialog']")) === [] ? '' : "//*[@role='dialog']";
            foreach ([$exact, "[starts-with(normalize-space(), {$quoted})]"] as $named) {
                $path = "{$scope}//{$pressable}{$named}";
                if ($this->driver->findElements(WebDriverBy::xpath($path)) !== []) {
                    return true;
                }
            }

            return false;
        }, $words);
        $this->click($path);

        return $this;
    }

    /** Once it stands still: a page that is still arriving moves what is on it, and a click lands where something was. */
    public function click(string $xpath): self
    {
        $this->until(function () use ($xpath): bool {
            $element = $this->find($xpath);
            $this->driver->executeAsyncScript(self::STILL, [$element]);
            $element->click();

            return true;
        }, "a click on {$xpath}");

        return $this;
    }

    /** What has the focus, in its words; "BODY" where nothing has. */
    public function focused(): string
    {
        return (string) $this->driver->executeScript('const at = document.activeElement; return at === null || at === document.body ? "BODY" : (at.getAttribute("aria-label") ?? at.innerText ?? "").trim()');
    }

    /** Presses so often that a page which does not look twice does everything twice. */
    public function pressTwice(string $words): self
    {
        $this->driver->executeScript('arguments[0].click(); arguments[0].click(); arguments[0].click()', [$this->find("//button[normalize-space() = {$this->quote($words)}]")]);

        return $this;
    }

    /** With the mouse, whatever is there. */
    public function clickAt(int $x, int $y): self
    {
        foreach (['mousePressed', 'mouseReleased'] as $type) {
            $this->tools->execute('Input.dispatchMouseEvent', ['type' => $type, 'x' => $x, 'y' => $y, 'button' => 'left', 'clickCount' => 1]);
        }

        return $this;
    }

    /** @param  int  $milliseconds  that each answer takes longer; 0 for none */
    public function slow(int $milliseconds): self
    {
        $this->tools->execute('Network.enable');
        $this->tools->execute('Network.emulateNetworkConditions', ['offline' => false, 'latency' => $milliseconds, 'downloadThroughput' => -1, 'uploadThroughput' => -1]);

        return $this;
    }

    /** What the browser asks for, as in "de-AT, de;q=0.9"; empty for its own. */
    public function language(string $accepted): self
    {
        $this->tools->execute('Network.enable');
        $this->tools->execute('Network.setExtraHTTPHeaders', ['headers' => $accepted === '' ? (object) [] : ['Accept-Language' => $accepted]]);

        return $this;
    }

    /**
     * Chromium's virtual authenticator chooses for its holder at once what a box offers; real ones wait for the holder. Where a test is about something else, no
     * box offers passkeys.
     */
    public function boxesOfferPasskeys(bool $do): self
    {
        if ($this->withoutOffers !== null) {
            $this->tools->execute('Page.removeScriptToEvaluateOnNewDocument', ['identifier' => $this->withoutOffers]);
            $this->withoutOffers = null;
        }
        if (! $do) {
            $this->tools->execute('Page.enable');
            $this->withoutOffers = (string) $this->tools->execute('Page.addScriptToEvaluateOnNewDocument', ['source' => 'PublicKeyCredential.isConditionalMediationAvailable = () => Promise.resolve(false)'])['identifier'];
        }

        return $this;
    }

    public function offline(bool $is): self
    {
        $this->tools->execute('Network.enable');
        $this->tools->execute('Network.emulateNetworkConditions', ['offline' => $is, 'latency' => 0, 'downloadThroughput' => -1, 'uploadThroughput' => -1]);

        return $this;
    }

    /**
     * Walks the page by Tab until the focus leaves it or has been everywhere once, or so often.
     *
     * @return list<string> what is wrong: nothing has the focus, nobody sees it, or it is where nobody looks
     */
    public function walk(int $steps): array
    {
        $wrong = [];
        $this->driver->executeScript('window.walked = new Set()');
        for ($step = 0; $step < $steps; $step++) {
            $this->tab();
            $said = (string) $this->driver->executeScript(<<<'JS'
                const at = document.activeElement;
                // Out of the page there is the browser's own bar; within a frame it is the frame's business.
                if (at === document.body || at === null || at.tagName === 'IFRAME') return 'out';
                if (window.walked.has(at) && at.type !== 'date') return 'out';
                window.walked.add(at);
                const name = `${at.tagName} ${(at.getAttribute('aria-label') ?? at.labels?.[0]?.textContent ?? at.textContent ?? '').trim().slice(0, 40)}`;
                const ring = [at, at.closest('label'), at.closest('[role=row]'), at.closest('.cm-editor')].some((one) => one !== null && getComputedStyle(one).outlineStyle !== 'none' && parseFloat(getComputedStyle(one).outlineWidth) >= 2);
                if (!ring) return `${name}: nobody sees that it has the focus`;
                const box = at.getBoundingClientRect();
                return box.bottom < 0 || box.top > innerHeight || box.right < 0 || box.left > innerWidth ? `${name}: out of sight` : '';
                JS);
            if ($said === 'out') {
                break;
            }
            if ($said !== '') {
                $wrong[] = $said;
            }
        }

        // A walk that gets nowhere would find nothing wrong.
        $count = (int) $this->driver->executeScript('return window.walked.size');

        return $count < 1 ? [...$wrong, "only {$count} reached"] : $wrong;
    }

    /** How far the page itself can be scrolled sideways, in pixels; and which elements stick out, for whoever has to mend it. */
    public function overflow(): string
    {
        return (string) $this->driver->executeScript(<<<'JS'
            const page = document.scrollingElement;
            const over = Math.max(page.scrollWidth - page.clientWidth, document.body.scrollWidth - innerWidth, page.scrollHeight - page.clientHeight > 0 && document.querySelector('#screen') ? page.scrollHeight - page.clientHeight : 0);
            if (over <= 0) return '';
            const out = [...document.querySelectorAll('body *')].filter((one) => one.getBoundingClientRect().right > innerWidth + 1 && !one.closest('.overflow-x-auto, .overflow-auto, svg')).slice(0, 4);
            return `${over} px: ${out.map((one) => `${one.tagName}.${one.className} ${(one.textContent ?? '').slice(0, 30)}`).join(' | ')}`;
            JS);
    }

    /** @param  list<string>  $addresses  patterns of what cannot be reached; none for a network that works */
    public function unreachable(array $addresses): self
    {
        $this->tools->execute('Network.enable');
        $this->tools->execute('Network.setBlockedURLs', ['urls' => $addresses]);

        return $this;
    }

    /** By the key alone, wherever the focus is: a box for files would take it for the name of one. */
    public function tab(int $times = 1): self
    {
        for ($time = 0; $time < $times; $time++) {
            // Held down it repeats.
            $this->tools->execute('Input.dispatchKeyEvent', ['type' => 'keyDown', 'key' => 'Tab', 'code' => 'Tab', 'windowsVirtualKeyCode' => 9]);
        }

        return $this;
    }

    /** Keys for the page, not for a box. */
    public function keys(string ...$keys): self
    {
        // What has the focus may be drawn anew between asking for it and typing: then nothing was typed yet.
        $this->until(function () use ($keys): bool {
            try {
                $this->driver->getKeyboard()->sendKeys($keys);
            } catch (StaleElementReferenceException) {
                return false;
            }

            return true;
        }, 'something to type into');

        return $this;
    }

    public function find(string $xpath): RemoteWebElement
    {
        $found = null;
        $this->until(function () use ($xpath, &$found): bool {
            foreach ($this->driver->findElements(WebDriverBy::xpath($xpath)) as $element) {
                if ($element->isDisplayed()) {
                    $found = $element;

                    return true;
                }
            }

            return false;
        }, $xpath);
        assert($found instanceof RemoteWebElement);

        return $found;
    }

    /** @param  \Closure(): bool  $condition */
    public function until(\Closure $condition, string $what, float $patience = self::PATIENCE): void
    {
        $until = microtime(true) + $patience;
        do {
            try {
                if ($condition()) {
                    return;
                }
            } catch (StaleElementReferenceException|NoSuchElementException|ElementNotInteractableException|ElementClickInterceptedException) {
                // Drawn anew in between, not laid out yet, or covered for a moment: look again.
            }
            usleep(40_000);
        } while (microtime(true) < $until);
        throw new \RuntimeException("Waited in vain for {$what} on {$this->driver->getCurrentURL()}. The page says:\n".mb_substr($this->text(), 0, 1500));
    }

    /** @return list<string> what the console complained about since the last call; a Content-Security-Policy violation among it */
    public function complaints(): array
    {
        $complaints = [];
        foreach ($this->driver->manage()->getLog('browser') as $entry) {
            // A 4xx answer is logged by Chromium itself; whether it was right is the test's business.
            if (in_array($entry['level'], ['SEVERE', 'WARNING'], true) && ! str_contains($entry['message'], 'Failed to load resource')) {
                $complaints[] = $entry['message'];
            }
        }

        return $complaints;
    }

    /** @return list<string> axe-core's findings on the page as it stands */
    public function accessibilityFindings(): array
    {
        // Half a megabyte, once a page.
        if ($this->driver->executeScript('return typeof axe === "undefined"') === true) {
            $this->driver->executeScript((string) file_get_contents(dirname(__DIR__, 3).'/node_modules/axe-core/axe.min.js'));
        }
        $json = $this->driver->executeAsyncScript(<<<'JS'
            const done = arguments[0];
            // A frame of no origin can be asked nothing, and the browser complains of whoever tries.
            const iframes = [...document.querySelectorAll('iframe[sandbox]')].every((frame) => frame.sandbox.contains('allow-same-origin'));
            axe.run(document, { iframes, runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] }).then(
              (result) => done(JSON.stringify(result.violations.map((v) => v.id + ': ' + v.nodes.map((n) => n.target.join(' ') + ' ' + (n.any[0]?.message ?? '')).join('; ')))),
              (error) => done(JSON.stringify(['axe: ' + error])),
            );
            JS);
        /** @var list<string> $findings */
        $findings = json_decode((string) $json, true, flags: JSON_THROW_ON_ERROR);

        return $findings;
    }

    /** @return list<string> what a screen reader is given: role and name of every node that is not ignored */
    public function accessibilityTree(): array
    {
        /** @var array{nodes: list<array{ignored: bool, role?: array{value: string}, name?: array{value: string}}>} $tree */
        $tree = $this->tools->execute('Accessibility.getFullAXTree');
        $seen = array_filter($tree['nodes'], static fn (array $node): bool => ! $node['ignored']);

        return array_values(array_map(static fn (array $node): string => ($node['role']['value'] ?? '').' '.($node['name']['value'] ?? ''), $seen));
    }

    private function quote(string $text): string
    {
        return str_contains($text, "'") ? '"'.$text.'"' : "'{$text}'";
    }
}
