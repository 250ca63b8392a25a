<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rules;

use Illuminate\Contracts\Translation\Translator;

/**
 * What a screen has to know of each rule to draw it: what it is called, what it means, its unit, what its values are called. A new rule needs
 * its words in lang/…/settings.php and one line on its screen.
 */
final readonly class DescribeSettings
{
    public function __construct(private Translator $translator)
    {
    }

    /** @return array<string, array{label: string, help: string|null, unit: string|null, choices: object}> by path, "*" for a key of a list */
    public function __invoke(): array
    {
        $described = $this->translator->get('settings');
        $settings = [];
        foreach (is_array($described) ? $described : [] as $path => $words) {
            $settings[(string) $path] = [
                'label' => (string) $words['label'],
                'help' => $words['help'] ?? null,
                'unit' => $words['unit'] ?? null,
                'choices' => (object) ($words['choices'] ?? []),
            ];
        }

        return $settings;
    }
}
