<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Text\NearMiss;

/** That one audience is handed one field: by which permission, whether the holder has to agree, and what for. */
final readonly class Grant
{
    public const EXAMPLE = ['key' => 'holder', 'permission' => '', 'consent' => false, 'purpose' => 'Example'];

    /** @param  string  $permission  over Kennel, for operators; "" for everybody else */
    public function __construct(public Audience $audience, public string $permission, public bool $needsConsent, public string $purpose)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $grant = new self(
            Audience::parse($document->text('key', 60, 'Who is handed it', Audience::PATTERN)),
            $document->text('permission', 60, 'For operators: the permission it takes'),
            $document->boolean('consent', 'Only of those who have agreed to it'),
            $document->text('purpose', 200, 'What for; holders read it', '\S'),
        );
        $document->nothingElse();
        $isOfOperators = $grant->audience->kind === AudienceKind::Operators;
        if ($isOfOperators !== ($grant->permission !== '')) {
            throw $document->mistake('permission', $isOfOperators ? 'must name the permission that operators need' : 'is for operators alone');
        }
        if ($isOfOperators && ! isset(Permission::catalogue()[$grant->permission])) {
            $near = NearMiss::of($grant->permission, array_keys(Permission::catalogue()));
            throw $document->mistake('permission', "\"{$grant->permission}\" is no permission over Kennel".($near === null ? '' : "; \"{$near}\" is one"));
        }
        if ($grant->needsConsent && $grant->audience->kind->knowsBuiltIns()) {
            throw $document->mistake('consent', 'cannot be asked for operators, nor of the holder for themselves');
        }

        return $grant;
    }
}
