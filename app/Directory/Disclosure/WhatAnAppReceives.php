<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Disclosure;

use Kennel\Core\Directory\Disclosure\Audience;
use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Fields\FieldRules;

/** For an app's developer: which fields of accounts the app is handed, and what for. */
final readonly class WhatAnAppReceives
{
    public function __construct(private DisclosureRules $rules, private FieldRules $fields)
    {
    }

    /** @return list<array{field: string, label: string, purpose: string, consent: bool}> in the rule book's order */
    public function of(string $app): array
    {
        $received = [];
        foreach ($this->rules->fields as $key => $grants) {
            $grant = $grants[Audience::app($app)->key()] ?? null;
            if ($grant !== null) {
                $received[] = ['field' => $key, 'label' => FieldNames::label(FieldKey::parse($key), $this->fields), 'purpose' => $grant->purpose, 'consent' => $grant->needsConsent];
            }
        }

        return $received;
    }
}
