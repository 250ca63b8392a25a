<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Mail;

/** One message of an mbox file (RFC 4155), lines that begin with "From " quoted as in the variant "mboxrd", so that each can be had back as it was. */
final class Mbox
{
    public const TYPE = 'application/mbox';

    /** @param  string  $eml  with CRLF, as it was sent */
    public static function entry(string $eml, string $sender, \DateTimeImmutable $at): string
    {
        $lines = str_replace("\r\n", "\n", $eml);
        $quoted = preg_replace('/^(>*From )/m', '>$1', $lines) ?? $lines;

        return "From {$sender} ".$at->setTimezone(new \DateTimeZone('UTC'))->format('D M d H:i:s Y')."\n".rtrim($quoted, "\n")."\n\n";
    }
}
