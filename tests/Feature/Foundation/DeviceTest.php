<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Kennel\App\Credentials\Sessions\Device;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Browsers claim to be each other, so that the order in which they are asked for counts. */
final class DeviceTest extends TestCase
{
    #[TestWith(['Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0', 'Firefox on Linux'])]
    #[TestWith(['Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/140.0.0.0 Safari/537.36 Edg/140.0.0.0', 'Edge on Windows'])]
    #[TestWith(['Mozilla/5.0 (Macintosh; Intel Mac OS X 10_15_7) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/18.0 Safari/605.1.15', 'Safari on macOS'])]
    #[TestWith(['Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/18.0 Mobile/15E148 Safari/604.1', 'Safari on iPhone'])]
    #[TestWith(['Mozilla/5.0 (Linux; Android 15) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/140.0.0.0 Mobile Safari/537.36', 'Chromium on Android'])]
    #[TestWith(['Mozilla/5.0 (X11; CrOS x86_64 14541.0.0) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/140.0.0.0 Safari/537.36', 'Chromium on ChromeOS'])]
    #[TestWith(['curl/8.5.0', 'curl'])]
    #[TestWith(['', 'a program without a name'])]
    #[TestWith(['Gaugebook-Sync/1.0', 'Gaugebook-Sync/1.0'])]
    #[TestWith(['éééééééééééééééééééééééééééééééééééééééééx', 'éééééééééééééééééééééééééééééééééééééééé'])]
    public function test_a_device_is_named_by_what_it_says_it_is(string $userAgent, string $device): void
    {
        self::assertSame($device, Device::describe($userAgent));
    }
}
