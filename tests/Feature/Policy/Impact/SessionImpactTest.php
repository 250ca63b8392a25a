<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Policy\Impact;

use Illuminate\Support\Facades\DB;
use Kennel\App\Policy\Impact\ImpactRuns;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Tests\Feature\DoorTestCase;

/** What shorter sessions and fewer ways in would do to whoever is signed in. */
final class SessionImpactTest extends DoorTestCase
{
    /**
     * @param  array<string, mixed>  $changes
     * @return list<string>
     */
    private function counts(array $changes): array
    {
        $this->app->forgetScopedInstances();
        $before = (array) config('rules');
        $counts = $this->app->make(ImpactRuns::class)->measure(RuleBook::fromArray($before), RuleBook::fromArray(array_replace_recursive($before, $changes)));

        return array_map(static fn (array $one): string => "{$one['kind']} {$one['field']} {$one['count']}", $counts);
    }

    public function test_sessions_that_would_end_are_counted_and_so_are_ways_that_would_be_gone(): void
    {
        $this->keeper();
        $this->holder('ines@post.example', 'Ines');
        $this->inBrowserOf('ines')->signIn('ines@post.example')->assertCreated();
        DB::table('sessions')->where('surface', 'pages')->update(['proven_by' => 'mail_link']);
        $this->clock->move('+30 minutes');
        self::assertSame([], $this->counts([]));
        self::assertSame(['session_ends sessions 2'], $this->counts(['sessions' => ['idle' => 'PT20M']]));
        self::assertSame(['session_ends sessions 1'], $this->counts(['sessions' => ['roles' => [['key' => 'keeper', 'idle' => 'PT10M', 'absolute' => 'PT8H']]]]), 'of the keeper alone');
        self::assertSame([], $this->counts(['sessions' => ['idle' => 'PT45M']]));
        self::assertSame(['way_gone apps.gaugebook.ways 1'], $this->withoutMail());
    }

    /** @return list<string> */
    private function withoutMail(): array
    {
        config(['rules.apps.0.ways' => ['password', 'mail']]);
        $before = (array) config('rules');
        $after = $before;
        $after['apps'][0]['ways'] = ['password'];
        $counts = $this->app->make(ImpactRuns::class)->measure(RuleBook::fromArray($before), RuleBook::fromArray($after));

        return array_map(static fn (array $one): string => "{$one['kind']} {$one['field']} {$one['count']}", $counts);
    }
}
