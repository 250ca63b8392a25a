<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Apps;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** Where an app takes over once somebody is signed in and owes nothing more. */
final readonly class LandingRules
{
    /**
     * @param  AppAddress|null  $address  null for the account page of Kennel's own
     * @param  array<string, AppAddress>  $roles  by role key, in the order they are asked: the first that somebody holds counts
     */
    public function __construct(public ?AppAddress $address, public array $roles = [])
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self(
            self::address($document, 'Where whoever has signed in goes on to; "" for the account page', mayBeNothing: true),
            $document->keyed('roles', ['key' => 'example', 'address' => 'https://app.example/'], static function (Document $one): AppAddress {
                $one->text('key', 40, 'The role', Registration::KEY);
                $address = self::address($one, 'Where whoever holds it goes on to', mayBeNothing: false);
                $one->nothingElse();

                return $address ?? throw new \LogicException('Nothing is refused.');
            }, 'Holders of these roles land elsewhere; the first of the list that somebody holds counts'),
        );
        $document->nothingElse();

        return $rules;
    }

    /** @param  list<string>  $held  role keys, those included as well */
    public function of(array $held): ?AppAddress
    {
        foreach ($this->roles as $role => $address) {
            if (in_array($role, $held, true)) {
                return $address;
            }
        }

        return $this->address;
    }

    /** One of the app's own addresses that was asked for: exactly, or nothing (RFC 9700 §2.1). */
    public function asked(string $address): ?AppAddress
    {
        foreach ([...$this->address === null ? [] : [$this->address], ...array_values($this->roles)] as $own) {
            if ($own->toString() === $address) {
                return $own;
            }
        }

        return null;
    }

    private static function address(Document $document, string $about, bool $mayBeNothing): ?AppAddress
    {
        $address = $document->text('address', AppAddress::LONGEST, $about);
        if ($address === '' && $mayBeNothing) {
            return null;
        }
        try {
            return AppAddress::parse($address);
        } catch (\InvalidArgumentException $error) {
            throw $document->mistake('address', $error->getMessage());
        }
    }
}
