<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

use Kennel\Core\Foundation\Text\NearMiss;
use Twig\Environment;
use Twig\Error\SyntaxError;
use Twig\Loader\ArrayLoader;
use Twig\Node\EmptyNode;
use Twig\Node\Expression\Test\TrueTest;
use Twig\Node\Expression\Variable\ContextVariable;
use Twig\Node\IfNode;
use Twig\Node\Node;
use Twig\Node\Nodes;
use Twig\Node\PrintNode;
use Twig\Node\TextNode;
use Twig\Source;

/**
 * A text with variables: `{{ name }}`, and `{% if note %} … {% else %} … {% endif %}`. Twig reads it; what it would run is never made. The tree is walked here, and every node that is
 * not one of those four is a mistake, so that a template reaches its own variables and nothing else, takes no time and makes nothing large.
 */
final class Template
{
    /** As many as one process needs in turn: all parts of a few kinds. */
    private const KEPT = 64;

    /** @var array<string, self> what was read already: a process that writes many messages writes them in few words */
    private static array $read = [];

    private static ?Environment $twig = null;

    private function __construct(private readonly Node $tree)
    {
    }

    /**
     * @param  list<string>  $known  the names of the variables there are
     *
     * @throws TemplateMistake for the first one
     */
    public static function parse(string $source, array $known): self
    {
        $key = implode(' ', $known)."\n".$source;
        if (isset(self::$read[$key])) {
            return self::$read[$key];
        }
        // One for all: it holds nothing of what it reads.
        self::$twig ??= new Environment(new ArrayLoader, ['autoescape' => false, 'optimizations' => 0]);
        try {
            $tree = self::$twig->parse(self::$twig->tokenize(new Source($source, '')))->getNode('body');
        } catch (SyntaxError $error) {
            throw self::mistake($error, $source);
        }
        self::check($tree, $source, $known);
        if (count(self::$read) >= self::KEPT) {
            self::$read = [];
        }

        return self::$read[$key] = new self($tree);
    }

    /** @return list<string> the variables it names */
    public function names(): array
    {
        return array_keys(self::collect($this->tree));
    }

    /** @return list<string> the variables that decide whether a part is written */
    public function tested(): array
    {
        return array_keys(self::tests($this->tree));
    }

    /** @return array<string, true> */
    private static function tests(Node $node): array
    {
        $names = [];
        if ($node instanceof IfNode) {
            foreach (array_values(iterator_to_array($node->getNode('tests'))) as $at => $test) {
                $names += $at % 2 === 0 ? self::collect($test) : [];
            }
        }
        foreach ($node as $child) {
            $names += self::tests($child);
        }

        return $names;
    }

    /**
     * @param  array<string, string>  $values  by variable; one that is missing is empty
     * @param  \Closure(string): string  $escape  for each value
     */
    public function render(array $values, \Closure $escape): string
    {
        return self::write($this->tree, $values, $escape);
    }

    /** @param  list<string>  $known */
    private static function check(Node $node, string $source, array $known): void
    {
        if ($node instanceof ContextVariable) {
            $name = self::text($node, 'name');
            if (! in_array($name, $known, true)) {
                $likely = NearMiss::of($name, $known);
                throw new TemplateMistake($likely === null ? 'wording.unknown_variable' : 'wording.unknown_variable_near', ...self::place($source, $node->getTemplateLine(), $name), parameters: ['variable' => $name, 'likely' => $likely]);
            }

            return;
        }
        if ($node instanceof TextNode || $node instanceof EmptyNode) {
            return;
        }
        // Exactly these: a subclass is something else that Twig can do. The root is a body, a list of one.
        if (! $node instanceof \Twig\Node\BodyNode && ! in_array($node::class, [Nodes::class, Node::class, PrintNode::class, IfNode::class, TrueTest::class], true)) {
            throw new TemplateMistake('wording.not_allowed', ...self::place($source, $node->getTemplateLine(), ''));
        }
        foreach ($node as $child) {
            self::check($child, $source, $known);
        }
    }

    /** @return array<string, true> */
    private static function collect(Node $node): array
    {
        $names = $node instanceof ContextVariable ? [self::text($node, 'name') => true] : [];
        foreach ($node as $child) {
            $names += self::collect($child);
        }

        return $names;
    }

    /**
     * @param  array<string, string>  $values
     * @param  \Closure(string): string  $escape
     */
    private static function write(Node $node, array $values, \Closure $escape): string
    {
        if ($node instanceof TextNode) {
            return self::text($node, 'data');
        }
        if ($node instanceof PrintNode) {
            return $escape(self::value($node->getNode('expr'), $values));
        }
        if ($node instanceof IfNode) {
            $tests = array_values(iterator_to_array($node->getNode('tests')));
            for ($at = 0; $at < count($tests); $at += 2) {
                if (self::value($tests[$at], $values) !== '') {
                    return self::write($tests[$at + 1], $values, $escape);
                }
            }

            return $node->hasNode('else') ? self::write($node->getNode('else'), $values, $escape) : '';
        }
        $written = '';
        foreach ($node as $child) {
            $written .= self::write($child, $values, $escape);
        }

        return $written;
    }

    /** @param  array<string, string>  $values */
    private static function value(Node $node, array $values): string
    {
        $variable = $node instanceof TrueTest ? $node->getNode('node') : $node;

        return $variable instanceof ContextVariable ? $values[self::text($variable, 'name')] ?? '' : '';
    }

    private static function mistake(SyntaxError $error, string $source): TemplateMistake
    {
        // What is open is looked for here: Twig reads on, and names what it could not read then.
        if (preg_match('/\{\{(?!(?:(?!\{\{).)*?\}\})|\{%(?!(?:(?!\{%).)*?%\})/s', $source, $open, PREG_OFFSET_CAPTURE) === 1) {
            $place = Place::at($source, $open[0][1]);

            return new TemplateMistake('wording.unclosed', $place->line, $place->column);
        }
        $isOpen = str_contains($error->getRawMessage(), 'end of template') || str_contains($error->getRawMessage(), 'nclosed');

        return new TemplateMistake($isOpen ? 'wording.unclosed' : 'wording.not_allowed', ...self::place($source, max(1, $error->getTemplateLine()), ''));
    }

    /** @return array{templateLine: int, column: int} from 1; of the first tag of the line that names it */
    private static function place(string $source, int $line, string $name): array
    {
        $text = explode("\n", $source)[max(1, $line) - 1] ?? '';
        $at = $name === '' ? false : mb_strpos($text, $name);
        $at = $at === false ? mb_strpos($text, '{') : $at;

        return ['templateLine' => max(1, $line), 'column' => ($at === false ? 0 : $at) + 1];
    }

    private static function text(Node $node, string $attribute): string
    {
        $value = $node->getAttribute($attribute);

        return is_string($value) ? $value : '';
    }
}
