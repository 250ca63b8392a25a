<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\EmailAddress;

/** What would keep a wording from being sent: all of it is found when it is written. */
final class CheckWording
{
    /** Stands for the link: a character of the private use area. */
    private const LINK = "\u{F8FF}";

    /** So many variables are looked at both ways; a wording tests one or two. */
    private const TESTED = 6;

    /** @return list<WordingMistake> the first of each part, and everything that its HTML cannot have */
    public static function mistakes(MessageKind $kind, Wording $wording): array
    {
        $variables = $kind->variables();
        $names = array_keys($variables);
        $mistakes = [];
        foreach ($wording->parts() as $part => $source) {
            // An address is written, and nothing but one: what a variable holds may be none, and the message could not be sent.
            if ($source === '' || $part === 'reply_to') {
                continue;
            }
            if ($part === 'html') {
                $mistakes = [...$mistakes, ...Markup::mistakes($source)];
            }
            try {
                $template = Template::parse($source, $names);
            } catch (TemplateMistake $mistake) {
                $mistakes[] = new WordingMistake($part, $mistake->templateLine, $mistake->column, $mistake->reason, ['variables' => implode(', ', $names), ...$mistake->parameters]);

                continue;
            }
            $isBody = $part === 'html' || $part === 'text';
            foreach ($isBody ? $variables : [] as $variable) {
                if ($variable->isRequired && ! in_array($variable->name, $template->names(), true)) {
                    $mistakes[] = new WordingMistake($part, 1, 1, 'wording.lacks', ['variable' => $variable->name]);
                }
            }
            if ($isBody && self::joinsLink($template, $part === 'html')) {
                $place = Place::at($source, (int) strpos($source, 'link'));
                $mistakes[] = new WordingMistake($part, $place->line, $place->column, 'wording.link_joined');
            }
            // A secret in the subject would stand in every list and every notification.
            if (! $isBody && array_intersect($template->names(), [...MessageKind::SECRETS, 'link']) !== []) {
                $mistakes[] = new WordingMistake($part, 1, 1, 'wording.secret_here', ['variable' => current(array_intersect($template->names(), [...MessageKind::SECRETS, 'link']))]);
            }
        }

        return [...$mistakes, ...self::ofReplyTo($wording->replyTo)];
    }

    /**
     * Whether something stands right before the link, whichever parts are written. Mail programs make one address of "https://elsewhere/?u=" and
     * a link behind it, and elsewhere would be sent the token.
     */
    private static function joinsLink(Template $template, bool $isHtml): bool
    {
        $tested = array_slice(array_values(array_diff($template->tested(), ['link'])), 0, self::TESTED);
        for ($which = 0; $which < 2 ** count($tested); $which++) {
            $values = array_fill_keys($template->names(), 'x');
            foreach ($tested as $at => $name) {
                $values[$name] = ($which >> $at & 1) === 1 ? 'x' : '';
            }
            $written = $template->render(['link' => self::LINK] + $values, static fn (string $value): string => $value);
            // What stands in an attribute is judged with the markup.
            $shown = $isHtml ? (string) preg_replace(['/<\/?(?:p|br|div|li|ul|ol|table|tr|td|th|h[1-6]|hr|blockquote)\b[^>]*>/i', '/<[^>]*>/'], ["\n", ''], $written) : $written;
            if (preg_match('/[^\s(\["\'<>“„«]'.self::LINK.'/u', $shown) === 1) {
                return true;
            }
        }

        return false;
    }

    /** @return list<WordingMistake> */
    private static function ofReplyTo(string $replyTo): array
    {
        if ($replyTo === '') {
            return [];
        }
        try {
            EmailAddress::parse($replyTo);

            return [];
        } catch (Refused) {
            return [new WordingMistake('reply_to', 1, 1, 'wording.reply_to')];
        }
    }
}
