<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Apps;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Foundation\Reasons\Reason;

/** How an app's account pages look. */
final readonly class Look
{
    private const COLOUR = '^#[0-9a-f]{6}$';

    /** What the page itself is made of, in its light and its dark scheme. */
    private const SHEETS = ['light' => '#ffffff', 'dark' => '#192329'];

    private const LETTERS = ['#ffffff', '#0f2530'];

    /** @param  string  $logo  id of a picture, or "" for a disc of the colour */
    public function __construct(public string $name, public string $colour, public string $ground, public string $logo)
    {
    }

    /** Kennel's own, of what the rule book does not mention. */
    public static function plain(string $name): self
    {
        return new self($name, '#006373', '', '');
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $look = new self(
            $document->text('name', 80, 'What the pages call the app', '\S'),
            $document->text('colour', 7, 'The colour of acts, as #rrggbb', self::COLOUR),
            $document->text('ground', 7, 'The colour behind the page, as #rrggbb; "" for Kennel\'s own', '^$|'.self::COLOUR),
            $document->text('logo', 36, 'The id of a picture that was sent; "" for a disc of the colour', '^$|^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$'),
        );
        $document->nothingElse();

        return $look;
    }

    /** The colour of letters on the act's button: whichever of two is read better. */
    public function letters(): string
    {
        return Contrast::ratio($this->colour, self::LETTERS[0]) >= Contrast::ratio($this->colour, self::LETTERS[1]) ? self::LETTERS[0] : self::LETTERS[1];
    }

    /** @return array{letters: float, light: float, dark: float} letters on the button, and the button on the page's two schemes */
    public function contrast(): array
    {
        return [
            'letters' => Contrast::ratio($this->colour, $this->letters()),
            'light' => Contrast::ratio($this->colour, self::SHEETS['light']),
            'dark' => Contrast::ratio($this->colour, self::SHEETS['dark']),
        ];
    }

    /** @return list<Reason> what people with weaker eyes would miss; a warning, not a refusal */
    public function warnings(): array
    {
        $warnings = [];
        foreach ($this->contrast() as $what => $ratio) {
            $least = $what === 'letters' ? Contrast::TEXT : Contrast::CONTROL;
            if ($ratio < $least) {
                $warnings[] = new Reason(
                    "look.contrast_{$what}",
                    'colour',
                    ['ratio' => number_format(floor($ratio * 100) / 100, 2), 'least' => number_format($least, 1)],
                );
            }
        }

        return $warnings;
    }
}
