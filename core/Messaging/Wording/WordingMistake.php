<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

/** Why a wording cannot be used, and where. */
final readonly class WordingMistake
{
    /**
     * @param  string  $part  of the wording
     * @param  array<string, mixed>  $parameters
     */
    public function __construct(public string $part, public int $line, public int $column, public string $code, public array $parameters = [])
    {
    }

    /** For who edits the rule book as a file; a screen takes its words from the code. */
    public function inEnglish(): string
    {
        $told = array_map(static fn (mixed $value): string => is_scalar($value) ? (string) $value : '', $this->parameters);

        return match ($this->code) {
            'wording.unknown_variable' => "there is no variable \"{$told['variable']}\" here; there are {$told['variables']}",
            'wording.unknown_variable_near' => "there is no variable \"{$told['variable']}\"; did you mean \"{$told['likely']}\"?",
            'wording.unclosed' => 'something is opened and not closed: {{ … }} or {% if … %} … {% endif %}',
            'wording.not_allowed' => 'only {{ variable }} and {% if variable %} … {% else %} … {% endif %} are understood',
            'wording.lacks' => "{{ {$told['variable']} }} has to be in it",
            'wording.tag_not_allowed' => "<{$told['tag']}> cannot be in a message; use {$told['tags']}",
            'wording.attribute_not_allowed' => "<{$told['tag']}> cannot have \"{$told['attribute']}\"",
            'wording.tag_unclosed' => "<{$told['tag']}> is not closed",
            'wording.tag_unopened' => "</{$told['tag']}> closes nothing",
            'wording.link_not_allowed' => 'a link begins with https:// or mailto:, or is {{ link }}',
            'wording.secret_here' => "{{ {$told['variable']} }} is a secret of the person and cannot stand here",
            default => 'must be an e-mail address, or empty',
        };
    }
}
