<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Apps;

use Kennel\Core\Directory\Apps\AppRules;
use Kennel\Core\Directory\Apps\Discretion;
use Kennel\Core\Foundation\Documents\Document;
use PHPUnit\Framework\TestCase;

final class DiscretionTest extends TestCase
{
    public function test_an_app_that_says_openly_what_others_keep_is_named_with_what_it_gives_away(): void
    {
        $quiet = ['registered' => 'discreet', 'admission' => 'anyone'];
        $open = ['registered' => 'say_so', 'admission' => 'anyone'];
        self::assertSame([], Discretion::warnings($this->apps($quiet, $quiet)));
        self::assertSame([], Discretion::warnings($this->apps($open, $open)));
        $warnings = Discretion::warnings($this->apps($quiet, $open));
        self::assertSame([['rules.discretion', 'apps.app1.registered', ['App 0']]], array_map(static fn ($reason): array => [$reason->code, $reason->field, $reason->parameters['discreet']], $warnings));
        self::assertSame(['rules.discretion_domains'], array_column(Discretion::warnings($this->apps($quiet, ['admission' => 'domains', 'domains' => ['a.example']] + $open)), 'code'));
        foreach (['invited', 'nobody'] as $closed) {
            self::assertSame([], Discretion::warnings($this->apps($quiet, ['admission' => $closed] + $open)));
        }
    }

    /**
     * @param  array<string, mixed>  ...$rules
     * @return array<string, AppRules>
     */
    private function apps(array ...$rules): array
    {
        $apps = [];
        foreach ($rules as $index => $one) {
            $document = array_replace(AppRules::EXAMPLE, ['key' => "app{$index}", 'look' => ['name' => "App {$index}", 'colour' => '#006373', 'ground' => '', 'logo' => '']], $one);
            $apps["app{$index}"] = AppRules::read(new Document($document));
        }

        return $apps;
    }
}
