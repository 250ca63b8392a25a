<?php

declare(strict_types=1);

namespace Kennel\Tests;

use Kennel\App\KennelProvider;
use PHPat\Selector\Selector;
use PHPat\Test\Attributes\TestRule;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** The arrows: resources/ui → API → app → core. Checked by bin/lint. */
final class Architecture
{
    #[TestRule]
    public function core_knows_nobody(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Kennel\Core'))
            ->shouldNotDependOn()
            ->classes(
                Selector::inNamespace('Kennel\App'),
                Selector::inNamespace('Kennel\Demo'),
                Selector::inNamespace('Illuminate'),
                Selector::inNamespace('Symfony'),
                Selector::inNamespace('Carbon'),
            )
            ->because('the rules are pure: facts go in, a verdict comes out');
    }

    #[TestRule]
    public function the_platform_knows_no_capability(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Kennel\App\Platform'))
            ->shouldNotDependOn()
            ->classes(Selector::inNamespace('Kennel\App'))
            ->excluding(Selector::inNamespace('Kennel\App\Platform'))
            ->because('what all share may lean on none of them');
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
    public function records_belong_to_their_capability(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Kennel\App'))
            ->excluding(Selector::inNamespace('Kennel\App\Mail'), Selector::inNamespace('Kennel\App\Http\Mail'), Selector::classname(KennelProvider::class))
            ->shouldNotDependOn()
            ->classes(Selector::classname(\Kennel\App\Mail\Message::class), Selector::classname(\Kennel\App\Mail\Composition::class))
            ->because('other capabilities queue messages; they never handle one');
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
