<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Wording;

use Illuminate\Contracts\Translation\Translator;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Directory\Pictures\PictureLinks;
use Kennel\Core\Directory\Apps\Look;
use Kennel\Core\Messaging\Wording\Frame;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Messaging\Wording\Rendered;
use Kennel\Core\Messaging\Wording\RenderMessage;
use Kennel\Core\Messaging\Wording\Scheme;
use Kennel\Core\Messaging\Wording\Wording;
use Kennel\Core\Messaging\Wording\WordingRules;

/** What a message says: in words of the rule book where somebody wrote some, else in those that ship. */
final readonly class Wordings
{
    public function __construct(private WordingRules $rules, private Translator $translator, private PictureLinks $pictures, private RenderMessage $render)
    {
    }

    public function of(MessageKind $kind, ?string $app, string $language): Wording
    {
        return $this->rules->find($kind, $app, $language) ?? $this->shipped($kind, $language);
    }

    public function shipped(MessageKind $kind, string $language): Wording
    {
        $parts = $this->translator->get("messages.kinds.{$kind->value}", [], $language);
        if (! is_array($parts)) {
            throw new \LogicException("lang/{$language}/messages.php has no words for {$kind->value}");
        }

        return new Wording((string) $parts['subject'], (string) $parts['html'], (string) ($parts['text'] ?? ''), (string) ($parts['sender_name'] ?? ''));
    }

    /** @param  array<string, mixed>  $values  by variable; what the kind has no variable for is left out */
    public function render(MessageKind $kind, Wording $wording, ?App $app, string $language, array $values, Scheme $scheme = Scheme::Either): Rendered
    {
        $texts = array_map(static fn (mixed $value): string => is_scalar($value) ? (string) $value : '', $values);
        foreach (['how', 'what'] as $code) {
            if (isset($texts[$code])) {
                $texts[$code] = $this->word("{$code}.{$texts[$code]}", $language);
            }
        }

        return ($this->render)($kind, $wording, $texts, $this->frame($app, $language), $scheme);
    }

    /** @return array<string, string> what stands for each variable while nobody in particular is meant */
    public function sample(MessageKind $kind, ?App $app): array
    {
        $values = array_map(static fn ($variable): string => $variable->sample, $kind->variables());
        $values['app'] = self::nameOf($app);

        return $values;
    }

    public static function nameOf(?App $app): string
    {
        return $app?->name() ?? 'Kennel';
    }

    private function frame(?App $app, string $language): Frame
    {
        $look = $app->rules->look ?? Look::plain('Kennel');

        return new Frame($look, $language, $this->word('whole_link', $language), $look->logo === '' ? '' : url($this->pictures->toLogo($look->logo)));
    }

    private function word(string $key, string $language): string
    {
        $word = $this->translator->get("messages.{$key}", [], $language);

        return is_string($word) && $word !== "messages.{$key}" ? $word : throw new \LogicException("lang/{$language}/messages.php has no words for {$key}");
    }
}
