<?php

declare(strict_types=1);

namespace Kennel\Core\Wording;

use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Reasons\Refused;

/** What would keep a wording from being sent: all of it is found when it is written. */
final class CheckWording
{
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
            // A secret in the subject would stand in every list and every notification.
            if (! $isBody && array_intersect($template->names(), [...MessageKind::SECRETS, 'link']) !== []) {
                $mistakes[] = new WordingMistake($part, 1, 1, 'wording.secret_here', ['variable' => current(array_intersect($template->names(), [...MessageKind::SECRETS, 'link']))]);
            }
        }

        return [...$mistakes, ...self::ofReplyTo($wording->replyTo)];
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
