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
    public function a_capability_uses_what_is_below_it(): iterable
    {
        foreach (['Kennel\Core' => Layers::CORE, 'Kennel\App' => Layers::APP] as $root => $layers) {
            foreach ($layers as $level => $layer) {
                $notBelow = array_keys(array_merge(...array_slice($layers, $level)));
                foreach (array_keys($layer) as $capability) {
                    $others = array_diff($notBelow, [$capability]);
                    if ($others !== []) {
                        yield "{$root}.{$capability}" => PHPat::rule()
                            ->classes(Selector::inNamespace("{$root}\\{$capability}"))
                            ->shouldNotDependOn()
                            ->classes(...array_map(static fn (string $other) => Selector::inNamespace("{$root}\\{$other}"), array_values($others)))
                            ->because('tests/Architecture/Layers.php has them beside it or above it');
                    }
                }
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
            ->excluding(Selector::inNamespace('Kennel\App\Http'), Selector::inNamespace('Kennel\App\Platform\Identity'), Selector::inNamespace('Kennel\App\Platform\Throttling'), Selector::classname(\Kennel\App\Sessions\CurrentSession::class))
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
