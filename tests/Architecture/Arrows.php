<?php

declare(strict_types=1);

namespace Kennel\Tests\Architecture;

use PHPat\Selector\Selector;
use PHPat\Test\Attributes\TestRule;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** Holds the code against Layers: resources/ui → API → Http, Console → app → core, and downwards inside each. Run by bin/lint. */
final class Arrows
{
    /** @return iterable<string, Rule> */
    #[TestRule]
    public function an_area_uses_what_is_below_it(): iterable
    {
        $areas = array_keys(Layers::AREAS);
        foreach (['Kennel\Core', 'Kennel\App'] as $root) {
            foreach ($areas as $level => $area) {
                $notBelow = array_slice($areas, $level + 1);
                if (in_array($area, Layers::BESIDE, true)) {
                    $notBelow = array_values(array_unique([...$notBelow, ...array_diff(Layers::BESIDE, [$area])]));
                }
                $others = array_map(static fn (string $other) => Selector::inNamespace("{$root}\\{$other}"), $notBelow);
                // What puts the areas together stands at the root, above all of them.
                $others[] = Selector::classname('/^Kennel\\\\App\\\\\\w+$/', true);
                yield "{$root}.{$area}" => PHPat::rule()
                    ->classes(Selector::inNamespace("{$root}\\{$area}"))
                    ->shouldNotDependOn()
                    ->classes(...$others)
                    ->because('tests/Architecture/Layers.php has them beside it or above it');
            }
        }
    }

    #[TestRule]
    public function core_is_pure(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Kennel\Core'))
            ->shouldNotDependOn()
            ->classes(
                Selector::inNamespace('Kennel\App'),
                Selector::inNamespace('Kennel\Demo'),
                Selector::inNamespace('Illuminate'),
                Selector::inNamespace('Symfony\Component\HttpFoundation'),
                Selector::inNamespace('Symfony\Component\HttpKernel'),
                Selector::inNamespace('Symfony\Component\Mailer'),
                Selector::inNamespace('Symfony\Component\Mime'),
                Selector::inNamespace('Carbon'),
            )
            ->because('the rules are pure: facts go in, a verdict comes out');
    }

    #[TestRule]
    public function the_shell_does_not_know_the_demo(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Kennel\App'))
            ->shouldNotDependOn()
            ->classes(Selector::inNamespace('Kennel\Demo'), Selector::inNamespace('Kennel\Tests'))
            ->because('made-up people have no place in a real service');
    }

    #[TestRule]
    public function only_doors_know_http(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Kennel\App'))
            ->excluding(Selector::inNamespace('/^Kennel\\\\App\\\\\w+\\\\Http$/', true), Selector::classname(\Kennel\App\RequestKernel::class), Selector::classname(\Kennel\App\KennelProvider::class), Selector::inNamespace('Kennel\App\Foundation\Identity'), Selector::inNamespace('Kennel\App\Foundation\Throttling'), Selector::classname(\Kennel\App\Credentials\Sessions\CurrentSession::class))
            ->shouldNotDependOn()
            // Asking another service is not being asked.
            ->classes(Selector::inNamespace('Symfony\Component\HttpFoundation'), Selector::inNamespace('Symfony\Component\HttpKernel'), Selector::AllOf(Selector::inNamespace('Illuminate\Http'), Selector::Not(Selector::inNamespace('Illuminate\Http\Client'))))
            ->because('an act is the same whoever asks for it');
    }

    #[TestRule]
    public function rules_and_values_are_final(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Kennel'))
            ->excluding(Selector::isInterface(), Selector::isEnum(), Selector::isAbstract(), Selector::inNamespace('Kennel\Tests'))
            ->shouldBeFinal()
            ->because('a class that is not meant for inheritance says so');
    }
}
