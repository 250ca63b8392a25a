<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Signup;

use Kennel\Core\Credentials\Passwords\PasswordRules;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\TermsRules;
use Kennel\Core\Directory\Apps\AppRules;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\Field;

/**
 * The constraint document: what a form can check of a sign-up request by itself, as JSON Schema. It refuses nothing that the server
 * would take (text in NFC), and takes what only the server can judge.
 */
final readonly class SignupSchema
{
    /** Reasons that no schema can give: they need the world, a list, or the whole of Unicode's tables. */
    public const BEYOND = [
        'email.taken', 'email.invalid', 'email.domain_invalid', 'email.domain_not_listed', 'email.domain_refused', 'email.throwaway', 'email.local_too_long', 'email.too_long',
        'name.characters', 'password.characters', 'password.common', 'password.is_address', 'password.is_word', 'field.characters', 'field.phone', 'field.phone_in', 'field.date', 'field.too_early',
        'field.too_late', 'signup.invited_only', 'signup.nobody_only',
    ];

    private const ADDRESS = '^[\s\S]+@[^\s\p{Z}]+[\s\p{Z}]*$';

    public function __construct(private DecideSignup $decide, private DecideFields $decideFields, private PasswordRules $password, private TermsRules $terms)
    {
    }

    /** @return array<string, mixed> */
    public function of(AppRules $app, \DateTimeImmutable $now): array
    {
        $fields = $this->decide->askedAtSignup($app->key);
        $solid = '[^\s\p{Z}]';
        $properties = [
            'app' => ['const' => $app->key],
            'name' => [
                'type' => 'string',
                'title' => 'Full name',
                'pattern' => '^[\s\p{Z}]*'.$solid.'(?:[\s\S]{0,'.(PersonName::MAXIMUM - 2).'}'.$solid.')?[\s\p{Z}]*$',
            ],
            'email' => ['type' => 'string', 'title' => 'E-mail address', 'pattern' => self::ADDRESS],
            'password' => ['type' => 'string', 'title' => 'Password', 'minLength' => $this->password->minimum, 'maxLength' => $this->password->maximum],
        ];
        $required = ['app', 'name', 'email', 'password'];
        if ($fields !== []) {
            $properties['fields'] = [
                'type' => 'object',
                'properties' => array_map(fn (Field $field): array => ['title' => $field->label, ...$this->decideFields->schema($field, $now)], $fields),
                'required' => array_keys($fields),
                'additionalProperties' => false,
            ];
            $required[] = 'fields';
        }
        if ($this->terms->areAsked()) {
            $properties['terms'] = ['const' => $this->terms->version, 'title' => "Terms of {$this->terms->version}"];
            $required[] = 'terms';
        }

        return [
            '$schema' => 'https://json-schema.org/draft/2020-12/schema',
            'title' => "Sign-up on {$app->look->name}",
            'type' => 'object',
            'properties' => [...$properties, 'form' => ['type' => 'object', 'description' => 'The form that was opened, as its door describes']],
            'required' => $required,
            'additionalProperties' => false,
        ];
    }
}
