<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** A defined piece of account data beyond name and address. Its key never changes: what is stored hangs on it. */
final readonly class Field
{
    private const KEY = '^[a-z][a-z0-9_]{0,39}$';

    private const DATE_LIMIT = '^$|^today$|^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$';

    /** What a field looks like that asks for nothing special; the schema is read off it. */
    public const EXAMPLE = [
        'key' => 'example', 'label' => 'Example', 'help' => '', 'type' => 'short_text', 'required' => 'never', 'edited_by' => 'holder', 'apps' => [],
        'minimum' => null, 'maximum' => null, 'earliest' => '', 'latest' => '', 'region' => '', 'choices' => [], 'searchable' => false, 'retired' => false,
    ];

    /**
     * @param  list<string>  $apps  that ask for it; none means all
     * @param  int|float|null  $minimum  code points, amount, or how many choices, as the type has it
     * @param  string  $earliest  a date, "today" or ""
     * @param  string  $region  the country a phone number without "+" belongs to, or ""
     * @param  array<string, Choice>  $choices  by stored value, in order
     */
    public function __construct(
        public string $key,
        public string $label,
        public string $help,
        public FieldKind $kind,
        public Required $required,
        public bool $isHolders,
        public array $apps,
        public int|float|null $minimum,
        public int|float|null $maximum,
        public string $earliest,
        public string $latest,
        public string $region,
        public array $choices,
        public bool $isSearchable,
        public bool $isRetired,
    ) {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $field = new self(
            $document->text('key', 40, 'What programs call it; never changes', self::KEY),
            $document->text('label', 80, 'What people read above the box', '\S'),
            $document->text('help', 300, 'One line below the box'),
            FieldKind::from($document->choice('type', array_column(FieldKind::cases(), 'value'), 'What kind of value it holds')),
            Required::from($document->choice('required', array_column(Required::cases(), 'value'), 'When it has to be filled in')),
            $document->choice('edited_by', ['holder', 'operator'], 'Who may change it; operators always may') === 'holder',
            $document->strings('apps', 'The apps that ask for it; none means all'),
            $document->number('minimum', 'Fewest characters, smallest number or fewest choices'),
            $document->number('maximum', 'Most characters, largest number or most choices'),
            $document->text('earliest', 10, 'The earliest date, or "today"', self::DATE_LIMIT),
            $document->text('latest', 10, 'The latest date, or "today"', self::DATE_LIMIT),
            $document->text('region', 2, 'The country of a phone number typed without "+"', '^([A-Z]{2})?$'),
            self::choices($document),
            $document->boolean('searchable', 'Found by the search for accounts: by how its value begins'),
            $document->boolean('retired', 'Asked of nobody any more; what is stored stays'),
        );
        $document->nothingElse();
        $field->check($document);

        return $field;
    }

    public function isAskedBy(string $app): bool
    {
        return ! $this->isRetired && ($this->apps === [] || in_array($app, $this->apps, true));
    }

    /** How a reason names it. */
    public function path(): string
    {
        return "fields.{$this->key}";
    }

    /** @return array<string, Choice> */
    private static function choices(Document $document): array
    {
        // A choice's stored value is its key in the document, so that a diff says which one was reworded.
        return $document->keyed('choices', ['key' => 'a', 'label' => 'A', 'retired' => false], static function (Document $choice): Choice {
            $read = new Choice(
                $choice->text('key', 80, 'What is stored; compared exactly', '^\S(.*\S)?$'),
                $choice->text('label', 120, 'What people read', '\S'),
                $choice->boolean('retired', 'Offered to nobody any more; what is stored stays'),
            );
            $choice->nothingElse();

            return $read;
        }, 'What can be chosen, in the order it is shown');
    }

    private function check(Document $document): void
    {
        if ($this->kind->hasChoices() && array_filter($this->choices, static fn (Choice $choice): bool => ! $choice->isRetired) === []) {
            throw $document->mistake('choices', 'must have at least one that is not retired');
        }
        if (! $this->kind->hasChoices() && $this->choices !== []) {
            throw $document->mistake('choices', 'belong to a field of choices');
        }
        if ($this->minimum !== null && $this->maximum !== null && $this->minimum > $this->maximum) {
            throw $document->mistake('minimum', 'must not be above maximum');
        }
        if ($this->required === Required::AtSignup && ! $this->kind->isTyped()) {
            throw $document->mistake('required', 'a picture is sent after sign-up: never, or before_first_use');
        }
        if ($this->required !== Required::Never && ! $this->isHolders) {
            throw $document->mistake('edited_by', 'what is required must be the holder\'s to fill in');
        }
        if ($this->earliest !== '' && $this->latest !== '' && $this->earliest !== 'today' && $this->latest !== 'today' && $this->earliest > $this->latest) {
            throw $document->mistake('earliest', 'must not be after latest');
        }
        if ($this->kind !== FieldKind::Number && (is_float($this->minimum) || is_float($this->maximum))) {
            throw $document->mistake(is_float($this->minimum) ? 'minimum' : 'maximum', 'must be a whole number for this type');
        }
    }
}
