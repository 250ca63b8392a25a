<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Accounts;

use Kennel\Core\Directory\Accounts\AccountFacts;
use Kennel\Core\Directory\Accounts\DecideStatus;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Directory\Accounts\Standing;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Accounts\StatusAct;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\FieldTypes;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Tests\Support\Books;
use Kennel\Tests\Support\Codes;
use Kennel\Tests\Support\FakeLists;
use PHPUnit\Framework\TestCase;

/** The table of transitions, and who may follow one. */
final class DecideStatusTest extends TestCase
{
    private const UNDONE = ['suspend' => StatusAct::Restore, 'restore' => StatusAct::Suspend, 'close' => StatusAct::Reopen, 'reopen' => StatusAct::Close];

    public function test_a_suspension_needs_a_reason_and_something_to_suspend(): void
    {
        $suspend = static fn (Status $status, string $why, bool $isSelf = false, bool $isLast = false): array => Codes::of((new DecideStatus)->byOperator(StatusAct::Suspend, $status, $why, $isSelf, $isLast));
        self::assertSame([], $suspend(Status::Active, 'shared the password'));
        self::assertSame(['reason.required'], $suspend(Status::Active, " \n"));
        self::assertSame(['reason.too_long'], $suspend(Status::Active, str_repeat('ä', 501)));
        self::assertSame(['reason.characters'], $suspend(Status::Active, "a\0b"));
        self::assertSame(['reason.required', 'account.already_suspended'], $suspend(Status::Suspended, ''));
        self::assertSame(['account.already_closed'], $suspend(Status::Closed, 'why'));
        self::assertSame(['account.last_keeper'], $suspend(Status::Active, 'why', true, true));
        self::assertSame(['account.self'], $suspend(Status::Active, 'why', true));
    }

    public function test_every_line_of_the_table_is_what_is_decided(): void
    {
        foreach (StatusAct::cases() as $act) {
            $line = $act->transition();
            foreach (Status::cases() as $status) {
                $isAllowed = in_array($status, $line->from, true);
                self::assertSame($isAllowed && $line->byOperator, (new DecideStatus)->byOperator($act, $status, 'why', false, false) === [], "{$act->value} from {$status->value}");
                self::assertSame($isAllowed && $line->byHolder, (new DecideStatus)->byHolder($act, $status, false) === [], "{$act->value} from {$status->value} by the holder");
            }
            self::assertSame(self::UNDONE[$act->value] ?? null, $line->undoneBy);
        }
    }

    public function test_holders_leave_and_do_nothing_else(): void
    {
        self::assertSame(['account.not_a_holders'], Codes::of((new DecideStatus)->byHolder(StatusAct::Restore, Status::Suspended, false)));
        self::assertSame(['account.last_keeper'], Codes::of((new DecideStatus)->byHolder(StatusAct::Close, Status::Active, true)));
    }

    public function test_restoring_and_reopening_prove_nothing(): void
    {
        foreach ([StatusAct::Restore, StatusAct::Reopen] as $act) {
            self::assertSame([Status::Pending, Status::Active], [$act->to(false), $act->to(true)]);
        }
        self::assertSame(['account.not_suspended'], Codes::of((new DecideStatus)->byOperator(StatusAct::Restore, Status::Active, 'why', false, false)));
        self::assertSame(['account.not_closed'], Codes::of((new DecideStatus)->byOperator(StatusAct::Reopen, Status::Suspended, 'why', false, false)));
    }

    public function test_no_status_is_a_trap_and_none_is_out_of_reach(): void
    {
        foreach (Status::cases() as $from) {
            $reached = [$from->value => true];
            do {
                $before = count($reached);
                foreach (StatusAct::cases() as $act) {
                    foreach ($act->transition()->from as $status) {
                        foreach (isset($reached[$status->value]) ? [true, false] : [] as $proven) {
                            $reached[$act->to($proven)->value] = true;
                        }
                    }
                }
            } while (count($reached) > $before);
            self::assertEqualsCanonicalizing(array_column(Status::cases(), 'value'), array_keys($reached), "from {$from->value}");
        }
    }

    public function test_what_can_be_undone_leads_back(): void
    {
        foreach (StatusAct::cases() as $act) {
            foreach ($act->transition()->from as $from) {
                foreach ($act->transition()->undoneBy === null ? [] : [true, false] as $proven) {
                    self::assertContains($act->to($proven), $act->transition()->undoneBy?->transition()->from, "{$act->value} from {$from->value}");
                }
            }
        }
    }

    public function test_closed_and_suspended_never_sign_in_whatever_else_is_so(): void
    {
        $rules = new DutyRules(RuleBook::fromArray(Books::demo())->fields, '', new DecideFields(new FieldTypes(new FakeLists)), new \DateTimeImmutable(Books::NOW));
        foreach ([Status::Closed, Status::Suspended] as $status) {
            foreach ([true, false] as $proven) {
                self::assertFalse(Standing::of(new AccountFacts($status, $proven), $rules)->maySignIn());
            }
        }
    }
}
