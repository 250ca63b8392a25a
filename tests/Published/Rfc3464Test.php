<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\Messaging\Mail\BounceReport;
use Kennel\Core\Messaging\Mail\UnreadableBounce;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** RFC 3464 (delivery status notifications), its form and the examples of its appendix, which were written down from memory; RFC 3463 (status codes); RFC 6533 (addresses beyond ASCII). */
final class Rfc3464Test extends TestCase
{
    /** Appendix E.1: a simple one, and E.2: of several recipients. */
    public function test_the_examples_of_the_appendix(): void
    {
        $simple = self::report("Reporting-MTA: dns; cs.utk.edu\n\nOriginal-Recipient: rfc822;louisl@larry.slip.umd.edu\nFinal-Recipient: rfc822;louisl@larry.slip.umd.edu\nAction: failed\nStatus: 4.0.0\nDiagnostic-Code: smtp; 426 connection timed out\nLast-Attempt-Date: Thu, 7 Jul 1994 17:15:49 -0400");
        $one = BounceReport::read($simple)[0];
        self::assertSame(['louisl@larry.slip.umd.edu', 'failed', '4.0.0', '426 connection timed out', false, true], [$one->recipient, $one->action, $one->status, $one->said, $one->isHard(), $one->isGivenUp()]);

        $several = self::report("Reporting-MTA: dns; cs.utk.edu\n\nOriginal-Recipient: rfc822;arathib@vnet.ibm.com\nFinal-Recipient: rfc822;arathib@vnet.ibm.com\nAction: failed\nStatus: 5.0.0 (permanent failure)\nDiagnostic-Code: smtp;\n 550 'arathib@vnet.IBM.COM' is not a\n registered gateway user\nRemote-MTA: dns; vnet.ibm.com\n\nOriginal-Recipient: rfc822;johnh@hpnjld.njd.hp.com\nFinal-Recipient: rfc822;johnh@hpnjld.njd.hp.com\nAction: delayed\nStatus: 4.0.0 (hpnjld.njd.jp.com: host name lookup failure)\n\nOriginal-Recipient: rfc822;wsnell@sdcc13.ucsd.edu\nFinal-Recipient: rfc822;wsnell@sdcc13.ucsd.edu\nAction: failed\nStatus: 5.0.0\nDiagnostic-Code: smtp; 550 user unknown\nRemote-MTA: dns; sdcc13.ucsd.edu");
        self::assertSame([
            ['arathib@vnet.ibm.com', 'failed', '5.0.0', "550 'arathib@vnet.IBM.COM' is not a registered gateway user", true],
            ['johnh@hpnjld.njd.hp.com', 'delayed', '4.0.0', '', false],
            ['wsnell@sdcc13.ucsd.edu', 'failed', '5.0.0', '550 user unknown', true],
        ], array_map(static fn (BounceReport $one): array => [$one->recipient, $one->action, $one->status, $one->said, $one->isHard()], BounceReport::read($several)));
    }

    public function test_fields_are_read_as_rfc_5322_writes_them(): void
    {
        $report = BounceReport::read(str_replace("\n", "\r\n", self::report("REPORTING-MTA: dns; x\n\nfinal-recipient: RFC822;\n <jo@post.example>\nACTION: Failed\nstatus: 5.7.1", 'base64')))[0];
        self::assertSame(['jo@post.example', 'failed', '5.7.1', 'act@alderwend.example'], [$report->recipient, $report->action, $report->status, $report->messageId]);
        self::assertSame('jö@post.example', BounceReport::read(self::report("Reporting-MTA: dns; x\n\nFinal-Recipient: utf-8; jö@post.example\nAction: failed\nStatus: 5.1.1"))[0]->recipient, 'RFC 6533, 3');
    }

    #[DataProvider('unreadable')]
    public function test_what_is_no_report_is_said(string $source, string $why): void
    {
        $this->expectExceptionMessage($why);
        $this->expectException(UnreadableBounce::class);
        BounceReport::read($source);
    }

    /** @return iterable<string, array{string, string}> */
    public static function unreadable(): iterable
    {
        yield 'nothing' => ['', 'bounce.no_status'];
        yield 'a message' => ["Subject: Out of office\n\nBack on Monday", 'bounce.no_status'];
        yield 'no recipient' => [self::report('Reporting-MTA: dns; x'), 'bounce.no_recipient'];
        yield 'no action' => [self::report("Reporting-MTA: dns; x\n\nFinal-Recipient: rfc822; a@b.example\nStatus: 5.1.1"), 'bounce.no_recipient'];
        yield 'an action nobody knows' => [self::report("Reporting-MTA: dns; x\n\nFinal-Recipient: rfc822; a@b.example\nAction: exploded\nStatus: 5.1.1"), 'bounce.no_recipient'];
        yield 'a status of no class' => [self::report("Reporting-MTA: dns; x\n\nFinal-Recipient: rfc822; a@b.example\nAction: failed\nStatus: 9.1.1"), 'bounce.no_recipient'];
        yield 'parts without end' => [str_repeat("Content-Type: multipart/mixed; boundary=a\n\n--a\n", 200), 'bounce.no_status'];
    }

    private static function report(string $status, string $encoding = '7bit'): string
    {
        return "Date: Thu, 7 Jul 1994 17:16:05 -0400\nFrom: Mail Delivery Subsystem <MAILER-DAEMON@CS.UTK.EDU>\nMIME-Version: 1.0\nContent-Type: multipart/report; report-type=delivery-status;\n      boundary=\"RAA14128.773615765/CS.UTK.EDU\"\n\n--RAA14128.773615765/CS.UTK.EDU\n\nThe original message was received at Sat, 2 Jul 1994 17:10:28 -0400\n\n--RAA14128.773615765/CS.UTK.EDU\ncontent-type: message/delivery-status\ncontent-transfer-encoding: {$encoding}\n\n".($encoding === 'base64' ? chunk_split(base64_encode($status), 76, "\n") : $status)."\n\n--RAA14128.773615765/CS.UTK.EDU\ncontent-type: message/rfc822\n\nMessage-ID:\n <act@alderwend.example>\nSubject: x\n\nhello\n--RAA14128.773615765/CS.UTK.EDU--\n";
    }
}
