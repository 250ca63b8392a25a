<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

/** Puts values into a wording. Whatever they are, they stay text: of a name nothing becomes a tag, a header or a second line of one. */
final class RenderMessage
{
    /** @param  array<string, string>  $values  by variable */
    public function __invoke(MessageKind $kind, Wording $wording, array $values, Frame $frame, Scheme $scheme = Scheme::Either): Rendered
    {
        $names = array_keys($kind->variables());
        $line = static fn (string $source): string => self::line(Template::parse($source, $names)->render($values, static fn (string $value): string => $value));
        $subject = $line($wording->subject);
        $body = new Body(Markup::clean(Template::parse($wording->html, $names)->render($values, static fn (string $value): string => nl2br(htmlspecialchars(self::harmless($value), ENT_QUOTES | ENT_SUBSTITUTE | ENT_HTML5, 'UTF-8'), false))));
        $text = $wording->text === '' ? $body->toText() : self::harmless(Template::parse($wording->text, $names)->render($values, static fn (string $value): string => $value));

        return new Rendered($subject, $body->toHtml($frame, $subject, $scheme), rtrim($text)."\n", $line($wording->senderName), $wording->replyTo);
    }

    /** For a header: one line, whatever a value holds. */
    private static function line(string $text): string
    {
        return trim((string) preg_replace('/\s+/u', ' ', self::harmless($text)));
    }

    /** Without signs that are not seen and steer: controls but for line breaks, and those that turn the direction of what follows (Unicode TR 36, 3.1). */
    private static function harmless(string $text): string
    {
        return (string) preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F\x7F\x{80}-\x{9F}\x{202A}-\x{202E}\x{2066}-\x{2069}\x{2028}\x{2029}]/u', '', str_replace(["\r\n", "\r"], "\n", mb_scrub($text)));
    }
}
