<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** A list of one app's accounts that others than operators can read: who reads it, and who is in it. */
final readonly class Directory
{
    public const EXAMPLE = ['key' => 'example', 'read_by' => 'accounts', 'lists' => 'consenting'];

    public function __construct(public string $app, public Audience $readers, public bool $needsConsent)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $app = $document->text('key', 40, 'The app whose accounts it lists', '^[a-z0-9-]{1,40}$');
        $readers = $document->choice('read_by', ['accounts', 'public'], 'Who can read it: the signed-in accounts of the app, or everybody');
        $lists = $document->choice('lists', ['consenting', 'everybody'], 'Who is in it: those who agreed to be listed, or every active account');
        $document->nothingElse();

        return new self($app, $readers === 'public' ? Audience::everybody() : Audience::accountsOf($app), $lists === 'consenting');
    }

    /** What holders agree to when they agree to stand in it, in the place of a field. */
    public function consentField(): string
    {
        return "listed:{$this->app}";
    }
}
