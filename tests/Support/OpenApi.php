<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;

/** Holds real answers against the document that describes them. */
final class OpenApi
{
    /** @var array<string, self> */
    private static array $read = [];

    private readonly string $base;

    private readonly object $document;

    private readonly Validator $validator;

    private function __construct(string $name)
    {
        $this->base = "https://kennel.example/{$name}.json";
        $document = json_decode((string) file_get_contents(__DIR__."/../../resources/openapi/{$name}.json"), flags: JSON_THROW_ON_ERROR);
        assert(is_object($document));
        $this->document = $document;
        $this->validator = new Validator;
        $this->validator->resolver()?->registerRaw($document, $this->base);
    }

    public static function read(): self
    {
        return self::$read['v1'] ??= new self('v1');
    }

    /** The doors that apps come to tokens by. */
    public static function oauth(): self
    {
        return self::$read['oauth'] ??= new self('oauth');
    }

    /** @return string|null what is wrong, null when the answer is as described */
    public function complaint(string $method, string $path, int $status, string $contentType, string $content): ?string
    {
        $template = $this->template($path);
        if ($template === null) {
            return $status === 404 ? null : "{$path} is not described";
        }
        $operation = $this->document->paths->{$template}->{strtolower($method)} ?? null;
        if ($operation === null) {
            return $status === 405 ? null : "{$method} {$template} is not described";
        }
        $pointer = "#/paths/{$this->escape($template)}/".strtolower($method)."/responses/{$status}";
        $response = $operation->responses->{$status} ?? null;
        if ($response === null) {
            return "{$method} {$template} does not describe {$status}";
        }
        if (isset($response->{'$ref'})) {
            $pointer = $response->{'$ref'};
            $response = $this->document->components->responses->{basename($pointer)};
        }
        if (! isset($response->content)) {
            return $content === '' ? null : "{$method} {$template} {$status} should have no content";
        }
        // Who showed nothing may be told nothing (RFC 6750 §3.1).
        if ($content === '' && $status === 401) {
            return null;
        }
        $type = trim(explode(';', $contentType)[0]);
        if (! isset($response->content->{$type})) {
            return "{$method} {$template} {$status} is not described as {$type}";
        }

        return str_ends_with($type, 'json') ? $this->validate($content, "{$pointer}/content/{$this->escape($type)}/schema") : null;
    }

    /** @return string|null what is wrong with a body that was accepted; null when it is as described */
    public function complaintOfRequest(string $method, string $path, string $content): ?string
    {
        $template = $this->template($path);
        $operation = $template === null ? null : $this->document->paths->{$template}->{strtolower($method)} ?? null;
        if ($template === null || $operation === null) {
            return null;
        }
        if (! isset($operation->requestBody->content->{'application/json'})) {
            return in_array($content, ['', '{}'], true) || isset($operation->requestBody->content) ? null : "{$method} {$template} describes no body";
        }
        $isNeeded = ($operation->requestBody->required ?? false) === true;
        if ($content === '') {
            return $isNeeded ? "{$method} {$template} was accepted without the body it asks for" : null;
        }

        return $this->validate($content, "#/paths/{$this->escape($template)}/".strtolower($method).'/requestBody/content/application~1json/schema');
    }

    /** @return list<string> "GET /accounts" */
    public function operations(): array
    {
        $operations = [];
        foreach (get_object_vars($this->document->paths) as $path => $methods) {
            foreach (array_keys(get_object_vars($methods)) as $method) {
                $operations[] = strtoupper($method).' '.$path;
            }
        }

        return $operations;
    }

    /** @param  string  $operation such as "GET /accounts" */
    public function description(string $operation): string
    {
        [$method, $path] = explode(' ', $operation);

        return (string) ($this->document->paths->{$path}->{strtolower($method)}->description ?? '');
    }

    private function validate(string $content, string $pointer): ?string
    {
        // PHP makes no objects of names that begin with NUL; the picture of that character stands for it here.
        $result = $this->validator->validate(json_decode(str_replace('"\u0000', '"\u2400', $content)), (object) ['$ref' => $this->base.$pointer]);
        $error = $result->error();

        return $error === null ? null : json_encode((new ErrorFormatter)->format($error), JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR);
    }

    private function template(string $path): ?string
    {
        $matches = [];
        foreach (array_keys(get_object_vars($this->document->paths)) as $template) {
            $form = preg_replace('/\\\\\{[a-z]+\\\\\}/', '[^/]+', preg_quote($template, '#'));
            if (preg_match("#^{$form}$#", $path) === 1) {
                $matches[] = $template;
            }
        }
        // "/sessions/verdict" before "/sessions/{id}": what is written out wins.
        usort($matches, static fn (string $a, string $b): int => substr_count($a, '{') <=> substr_count($b, '{'));

        return $matches[0] ?? null;
    }

    private function escape(string $text): string
    {
        // JSON Pointer (RFC 6901 §3), inside a URI fragment.
        return rawurlencode(str_replace(['~', '/'], ['~0', '~1'], $text));
    }
}
