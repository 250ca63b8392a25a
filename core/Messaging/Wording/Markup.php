<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

use Symfony\Component\HtmlSanitizer\HtmlSanitizer;
use Symfony\Component\HtmlSanitizer\HtmlSanitizerConfig;

/** The HTML a message can be written in: what every mail program shows. Its looks are added when it is sent. */
final class Markup
{
    public const TAGS = ['p', 'br', 'strong', 'em', 'a', 'ul', 'ol', 'li', 'blockquote', 'h2', 'code', 'hr'];

    private const VOID = ['br', 'hr'];

    /** @return list<WordingMistake> each tag that cannot be there, and what is opened and not closed */
    public static function mistakes(string $source): array
    {
        $mistakes = $open = [];
        preg_match_all('#<(/?)([a-zA-Z][a-zA-Z0-9-]*)((?:"[^"]*"|\'[^\']*\'|[^"\'<>])*)>?#', $source, $tags, PREG_SET_ORDER | PREG_OFFSET_CAPTURE);
        foreach ($tags as [[, $at], [$closes], [$name], [$attributes]]) {
            $tag = strtolower($name);
            $mistake = static fn (string $code, ?string $attribute = null): WordingMistake => self::at($source, $at, $code, ['tag' => $tag, 'tags' => implode(', ', self::TAGS), 'attribute' => $attribute]);
            if (! in_array($tag, self::TAGS, true)) {
                $mistakes[] = $mistake('wording.tag_not_allowed');
            } elseif ($closes !== '') {
                $last = array_pop($open);
                if ($last !== null && $last[0] !== $tag) {
                    $mistakes[] = self::at($source, $last[1], 'wording.tag_unclosed', ['tag' => $last[0]]);
                } elseif ($last === null) {
                    $mistakes[] = $mistake('wording.tag_unopened');
                }
            } else {
                $mistakes = [...$mistakes, ...self::ofAttributes($tag, $attributes, $mistake)];
                if (! in_array($tag, self::VOID, true)) {
                    $open[] = [$tag, $at];
                }
            }
        }
        foreach ($open as [$tag, $at]) {
            $mistakes[] = self::at($source, $at, 'wording.tag_unclosed', ['tag' => $tag]);
        }

        return $mistakes;
    }

    /** What is left once nothing can run, load or pretend: values are in it by now. */
    public static function clean(string $html): string
    {
        static $sanitizer = null;
        if ($sanitizer instanceof HtmlSanitizer) {
            return $sanitizer->sanitize($html);
        }
        $config = (new HtmlSanitizerConfig)->allowLinkSchemes(['https', 'http', 'mailto'])->withMaxInputLength(-1);
        foreach (self::TAGS as $tag) {
            $config = $config->allowElement($tag, $tag === 'a' ? ['href'] : []);
        }

        $sanitizer = new HtmlSanitizer($config);

        return $sanitizer->sanitize($html);
    }

    /**
     * @param  \Closure(string, string|null=): WordingMistake  $mistake
     * @return list<WordingMistake>
     */
    private static function ofAttributes(string $tag, string $attributes, \Closure $mistake): array
    {
        $mistakes = [];
        preg_match_all('#([^\s"\'=/{}]+)\s*=\s*("[^"]*"|\'[^\']*\'|[^\s"\']+)#', $attributes, $found, PREG_SET_ORDER);
        foreach ($found as [, $name, $value]) {
            $value = trim($value, '"\'');
            if ($tag !== 'a' || strtolower($name) !== 'href') {
                $mistakes[] = $mistake('wording.attribute_not_allowed', $name);
            } elseif (preg_match('#^(https://|mailto:)[^\s{}]+$|^\{\{ ?link ?\}\}$#D', $value) !== 1) {
                $mistakes[] = $mistake('wording.link_not_allowed');
            }
        }

        return $mistakes;
    }

    /** @param  array<string, mixed>  $told */
    private static function at(string $source, int $offset, string $code, array $told): WordingMistake
    {
        $place = Place::at($source, $offset);

        return new WordingMistake('html', $place->line, $place->column, $code, $told);
    }
}
