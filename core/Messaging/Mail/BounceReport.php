<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Mail;

/**
 * What a mail server says became of a message: a delivery status notification (RFC 3464), which is a multipart/report (RFC 6522) with a part of type
 * message/delivery-status, and with the message or its headers after that.
 */
final readonly class BounceReport
{
    /**
     * @param  string  $recipient  as the server writes it
     * @param  string  $action  failed, delayed, delivered, relayed or expanded (2.3.3)
     * @param  string  $status  three numbers (RFC 3463)
     * @param  string  $said  the other server's own words, or ""
     * @param  string|null  $messageId  of the message that is spoken of, without the angle brackets
     */
    private function __construct(public string $recipient, public string $action, public string $status, public string $said, public ?string $messageId)
    {
    }

    /**
     * @param  string  $source  the report as it was received
     * @return list<self> one for each recipient it speaks of
     *
     * @throws UnreadableBounce when it is no such report
     */
    public static function read(string $source): array
    {
        $source = str_replace(["\r\n", "\r"], "\n", $source);
        $parts = self::parts($source);
        $status = null;
        $messageId = null;
        foreach ($parts as [$type, $body]) {
            if (in_array($type, ['message/delivery-status', 'message/global-delivery-status'], true)) {
                $status = $body;
            } elseif (in_array($type, ['message/rfc822', 'text/rfc822-headers', 'message/global', 'message/global-headers'], true)) {
                $messageId = self::messageId(self::fields(explode("\n\n", ltrim($body, "\n"), 2)[0])['message-id'] ?? '');
            }
        }
        if ($status === null) {
            throw new UnreadableBounce('bounce.no_status');
        }
        // The first block is about the message, each of the others about one recipient (2.1).
        $reports = [];
        foreach (array_slice(self::split('/\n{2,}/', trim($status)), 1) as $block) {
            $fields = self::fields($block);
            $recipient = self::address($fields['final-recipient'] ?? $fields['original-recipient'] ?? '');
            $action = strtolower(trim($fields['action'] ?? ''));
            if ($recipient === '' || ! in_array($action, ['failed', 'delayed', 'delivered', 'relayed', 'expanded'], true) || preg_match('/^\s*([245]\.\d{1,3}\.\d{1,3})/', $fields['status'] ?? '', $number) !== 1) {
                throw new UnreadableBounce('bounce.no_recipient');
            }
            $reports[] = new self($recipient, $action, $number[1], self::words($fields['diagnostic-code'] ?? ''), $messageId);
        }

        return $reports === [] ? throw new UnreadableBounce('bounce.no_recipient') : $reports;
    }

    /** Whether the same address would be refused again: given up, and for a reason that stays (RFC 3463, 3.1: class 5). */
    public function isHard(): bool
    {
        return $this->action === 'failed' && $this->status[0] === '5';
    }

    /** Whether nobody tries any more. */
    public function isGivenUp(): bool
    {
        return $this->action === 'failed';
    }

    /** @return list<array{string, string}> type and body of each part, of parts within parts as well */
    private static function parts(string $source, int $depth = 0): array
    {
        [$head, $body] = array_pad(explode("\n\n", ltrim($source, "\n"), 2), 2, '');
        $fields = self::fields($head);
        $type = strtolower(trim(explode(';', $fields['content-type'] ?? 'text/plain')[0]));
        if (! str_starts_with($type, 'multipart/') || preg_match('/boundary\s*=\s*(?:"([^"]+)"|([^\s;]+))/i', $fields['content-type'] ?? '', $found) !== 1 || $depth > 3) {
            return [[$type, match (strtolower(trim($fields['content-transfer-encoding'] ?? ''))) {
                'base64' => (string) base64_decode($body, true),
                'quoted-printable' => quoted_printable_decode($body),
                default => $body,
            }]];
        }
        $boundary = preg_quote($found[1] !== '' ? $found[1] : $found[2], '/');
        $pieces = self::split("/(?:^|\n)--{$boundary}(?:--)?[ \t]*(?:\n|$)/", $body);

        return array_merge(...array_map(static fn (string $piece): array => self::parts($piece, $depth + 1), array_slice($pieces, 1, 20)), ...[[]]);
    }

    /** @return array<string, string> by name in small letters; folded lines are one (RFC 5322, 2.2.3) */
    private static function fields(string $block): array
    {
        $fields = [];
        foreach (explode("\n", (string) preg_replace('/\n[ \t]+/', ' ', $block)) as $line) {
            if (str_contains($line, ':')) {
                [$name, $value] = explode(':', $line, 2);
                $fields[strtolower(trim($name))] ??= trim($value);
            }
        }

        return $fields;
    }

    /** Behind "rfc822;" or "utf-8;" (RFC 6533). */
    private static function address(string $field): string
    {
        return trim(preg_match('/^\s*(?:rfc822|utf-8)\s*;(.*)$/is', $field, $found) === 1 ? $found[1] : '', " \t<>");
    }

    private static function words(string $field): string
    {
        return mb_substr(mb_scrub(trim((string) preg_replace('/^\s*(?:smtp|x-[\w-]+)\s*;/i', '', $field))), 0, 300);
    }

    private static function messageId(string $field): ?string
    {
        return preg_match('/<([^<>\s]+)>/', $field, $found) === 1 ? $found[1] : null;
    }

    /** @return list<string> */
    private static function split(string $pattern, string $text): array
    {
        $pieces = preg_split($pattern, $text);

        return $pieces === false ? [] : $pieces;
    }
}
