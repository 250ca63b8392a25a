<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

use Kennel\Core\Directory\Apps\Contrast;

/**
 * The words of one message, drawn as mail programs need it: each element says itself how it looks, since many throw style sheets away. A link that is a paragraph of its own is a
 * button. Every link is written out beneath, so that whoever does not trust a button, or reads on another machine, has the whole address.
 */
final readonly class Body
{
    private const STYLES = [
        'p' => 'margin:0 0 16px', 'h2' => 'margin:24px 0 8px;font-size:18px;line-height:1.3', 'ul' => 'margin:0 0 16px;padding:0 0 0 20px', 'ol' => 'margin:0 0 16px;padding:0 0 0 20px',
        'li' => 'margin:0 0 4px', 'blockquote' => 'margin:0 0 16px;padding:0 0 0 12px;border-left:3px solid #c5d2d6', 'code' => 'font-family:monospace;font-size:18px', 'hr' => 'margin:20px 0;border:0;border-top:1px solid #d5dfe2',
    ];

    private const INLINE = ['a', 'strong', 'em', 'code', 'br'];

    private const DARK = 'body,.ground{background:#10191d!important}.sheet{background:#192329!important;border-color:#33434a!important}body,.sheet,.sheet p,.sheet li,.sheet h2{color:#e6eef0!important}.small,.small span{color:#a9babf!important}.link{color:#e6eef0!important}';

    private const TEXT = 72;

    private \DOMElement $root;

    /** @param  string  $html  clean */
    public function __construct(string $html)
    {
        $document = new \DOMDocument;
        $document->loadHTML('<!doctype html><meta charset="utf-8"><body><div>'.$html.'</div></body>', LIBXML_NOERROR | LIBXML_NONET);
        $root = $document->getElementsByTagName('div')->item(0);
        $this->root = $root instanceof \DOMElement ? $root : $document->createElement('div');
    }

    public function toHtml(Frame $frame, string $title, Scheme $scheme = Scheme::Either): string
    {
        $look = $frame->look;
        $dark = match ($scheme) {
            Scheme::Either => '@media (prefers-color-scheme:dark){'.self::DARK.'}',
            Scheme::Dark => self::DARK,
            Scheme::Light => '',
        };
        $mark = $frame->logo === ''
            ? '<span style="display:inline-block;width:12px;height:12px;margin-right:8px;border-radius:6px;background:'.$look->colour.'"></span>'
            : '<img src="'.self::escape($frame->logo).'" alt="" height="28" style="height:28px;margin-right:8px;vertical-align:middle">';
        $ground = $look->ground === '' ? '#eef4f5' : $look->ground;

        return '<!doctype html>'."\n".'<html lang="'.self::escape($frame->language).'">'."\n".'<head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><meta name="color-scheme" content="light dark"><title>'.self::escape($title).'</title><style>'.$dark.'</style></head>'."\n"
            .'<body class="ground" style="margin:0;padding:24px 12px;background:'.$ground.';color:#14252e;font:16px/1.5 \'Atkinson Hyperlegible Next\',Verdana,sans-serif">'."\n"
            .'<div class="sheet" style="max-width:520px;margin:0 auto;padding:28px 24px 12px;background:#ffffff;border:1px solid #d5dfe2;border-radius:8px;overflow-wrap:anywhere">'."\n"
            .'<p style="margin:0 0 20px;font-weight:700">'.$mark.self::escape($look->name).'</p>'."\n"
            .$this->blocks($this->root, $frame)
            .'</div>'."\n".'</body>'."\n".'</html>'."\n";
    }

    public function toText(): string
    {
        return trim((string) preg_replace(['/[ \t]+$/m', '/\n{3,}/'], ['', "\n\n"], self::textOf($this->root)))."\n";
    }

    private function blocks(\DOMElement $parent, Frame $frame): string
    {
        $written = $run = '';
        $links = [];
        foreach ($parent->childNodes as $node) {
            $tag = $node instanceof \DOMElement ? $node->tagName : '';
            if (! $node instanceof \DOMElement || in_array($tag, self::INLINE, true)) {
                // Text that stands by itself is a paragraph as well.
                $run .= $this->inline($node, $frame);
                $links = [...$links, ...self::links($node)];

                continue;
            }
            $written .= self::paragraph($run, $links, $frame);
            [$run, $links] = ['', []];
            $written .= match ($tag) {
                'hr' => '<hr style="'.self::STYLES['hr'].'">'."\n",
                'p', 'h2' => $this->lines($node, $frame),
                'ul', 'ol' => "<{$tag} style=\"".self::STYLES[$tag].'">'.$this->blocks($node, $frame)."</{$tag}>\n".self::whole(self::links($node), $frame),
                'li' => '<li style="'.self::STYLES['li'].'">'.$this->inline($node, $frame)."</li>\n",
                default => '<blockquote style="'.self::STYLES['blockquote'].'">'.$this->blocks($node, $frame)."</blockquote>\n",
            };
        }

        return $written.self::paragraph($run, $links, $frame);
    }

    private function lines(\DOMElement $block, Frame $frame): string
    {
        $button = self::button($block);
        if ($button !== null) {
            $style = "display:inline-block;padding:12px 20px;background:{$frame->look->colour};color:{$frame->look->letters()};text-decoration:none;border-radius:6px;font-weight:700";

            return '<p style="margin:4px 0 16px"><a href="'.self::escape($button->getAttribute('href')).'" target="_blank" rel="noopener" style="'.$style.'">'.self::escape(trim($button->textContent))."</a></p>\n".self::whole(self::links($block), $frame);
        }

        return "<{$block->tagName} style=\"".self::STYLES[$block->tagName].'">'.$this->inline($block, $frame)."</{$block->tagName}>\n".self::whole(self::links($block), $frame);
    }

    private function inline(\DOMNode $node, Frame $frame): string
    {
        if ($node instanceof \DOMText) {
            return self::escape($node->data);
        }
        $inner = '';
        foreach ($node->childNodes as $child) {
            $inner .= $this->inline($child, $frame);
        }
        $colour = Contrast::ratio($frame->look->colour, '#ffffff') >= Contrast::TEXT ? $frame->look->colour : '#14252e';

        return match ($node instanceof \DOMElement ? $node->tagName : '') {
            'a' => $node instanceof \DOMElement && $node->getAttribute('href') !== '' ? '<a class="link" href="'.self::escape($node->getAttribute('href')).'" target="_blank" rel="noopener" style="color:'.$colour.'">'.$inner.'</a>' : $inner,
            'strong', 'em' => "<{$node->nodeName}>{$inner}</{$node->nodeName}>",
            'code' => '<code style="'.self::STYLES['code'].'">'.$inner.'</code>',
            'br' => '<br>',
            default => $inner,
        };
    }

    /** @return \DOMElement|null the link, where a block holds one and nothing else */
    private static function button(\DOMElement $block): ?\DOMElement
    {
        $meant = array_values(array_filter(iterator_to_array($block->childNodes), static fn (\DOMNode $one): bool => $one instanceof \DOMElement || trim($one->textContent) !== ''));

        return count($meant) === 1 && $meant[0] instanceof \DOMElement && $meant[0]->tagName === 'a' && $meant[0]->getAttribute('href') !== '' ? $meant[0] : null;
    }

    /** @return list<string> the addresses of pages, each once */
    private static function links(\DOMNode $node): array
    {
        $found = $node instanceof \DOMElement && $node->tagName === 'a' ? [$node->getAttribute('href')] : [];
        foreach ($node->childNodes as $child) {
            $found = [...$found, ...self::links($child)];
        }

        return array_values(array_unique(array_filter($found, static fn (string $one): bool => str_starts_with($one, 'http'))));
    }

    /** @param  list<string>  $links */
    private static function whole(array $links, Frame $frame): string
    {
        $lines = array_map(static fn (string $link): string => '<span style="word-break:break-all">'.self::escape($link).'</span>', $links);

        return $links === [] ? '' : '<p class="small" style="margin:0 0 16px;font-size:14px;color:#4b5d66">'.self::escape($frame->wholeLink).'<br>'.implode('<br>', $lines)."</p>\n";
    }

    /** @param  list<string>  $links */
    private static function paragraph(string $run, array $links, Frame $frame): string
    {
        return trim($run) === '' ? '' : '<p style="'.self::STYLES['p'].'">'.trim($run)."</p>\n".self::whole($links, $frame);
    }

    private static function textOf(\DOMNode $node): string
    {
        $written = '';
        foreach ($node->childNodes as $child) {
            $tag = $child instanceof \DOMElement ? $child->tagName : '';
            $inner = $child instanceof \DOMText ? (string) preg_replace('/\s+/u', ' ', $child->data) : self::textOf($child);
            $written .= match ($tag) {
                '', 'strong', 'em', 'code', 'a' => $inner,
                'br' => "\n",
                'hr' => "\n\n---\n\n",
                'li' => "\n".self::wrapped('- '.trim($inner), '  '),
                'ul', 'ol' => "\n\n".trim($inner)."\n\n".implode('', array_map(static fn (string $link): string => "{$link}\n\n", self::links($child))),
                'blockquote' => "\n\n".preg_replace('/^/m', '> ', trim(self::wrapped((string) preg_replace('/\n{3,}/', "\n\n", $inner))))."\n\n",
                default => self::block($child, $inner),
            };
        }

        return $written;
    }

    private static function block(\DOMNode $block, string $inner): string
    {
        $isButton = $block instanceof \DOMElement && self::button($block) !== null;
        $links = self::links($block);
        $beneath = $links === [] ? '' : "\n".($isButton ? '' : "\n").implode("\n", $links);

        return "\n\n".self::wrapped(trim($inner).($isButton ? ':' : '')).$beneath."\n\n";
    }

    /** At spaces: a link or a long word stays whole. */
    private static function wrapped(string $text, string $indent = ''): string
    {
        return implode("\n", array_map(static function (string $line) use ($indent): string {
            $lines = [''];
            foreach (explode(' ', trim($line)) as $word) {
                $last = count($lines) - 1;
                if ($lines[$last] !== '' && mb_strlen("{$lines[$last]} {$word}") > self::TEXT) {
                    $lines[] = $indent.$word;
                } else {
                    $lines[$last] = $lines[$last] === '' ? $word : "{$lines[$last]} {$word}";
                }
            }

            return implode("\n", $lines);
        }, explode("\n", $text)));
    }

    private static function escape(string $text): string
    {
        return htmlspecialchars($text, ENT_QUOTES | ENT_SUBSTITUTE | ENT_HTML5, 'UTF-8');
    }
}
