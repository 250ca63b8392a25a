<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\App\Directory\Fields\DialledNumbers;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\FieldTypes;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Messaging\Mail\Reach;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\Registration\Signup\DecideSignup;
use Kennel\Core\Registration\Signup\DomainPolicy;
use Kennel\Core\Registration\Signup\SignupInput;
use Kennel\Core\Registration\Signup\SignupSchema;
use Kennel\Tests\Support\Books;
use Kennel\Tests\Support\FakeLists;
use Kennel\Tests\Support\Node;
use Kennel\Tests\Support\Passwords;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * The constraint document and the server on the same thousands of requests, the document asked through two independent validators:
 * opis/json-schema (PHP) and ajv (npm), both of JSON Schema 2020-12.
 */
final class SignupSchemaTest extends TestCase
{
    private const CASES = 4_000;

    public function test_the_document_and_the_server_agree(): void
    {
        $book = RuleBook::fromArray(self::document());
        [$decide, $schema] = $this->parts($book);
        $now = new \DateTimeImmutable(Books::NOW);
        $document = $schema->of($book->apps['gaugebook'], $now);
        $requests = $this->requests();
        $ajv = Node::ask(<<<'JS'
            const { default: Ajv } = await import('ajv/dist/2020.js');
            const { default: formats } = await import('ajv-formats');
            const ajv = new Ajv({ strict: false });
            (formats.default ?? formats)(ajv, { keywords: false });
            const validate = ajv.compile(input.schema);
            output = input.requests.map((request) => validate(request));
            JS, ['schema' => $document, 'requests' => $requests]);
        self::assertIsArray($ajv);

        $opis = new Validator;
        $schemaObject = (object) json_decode(json_encode($document, JSON_THROW_ON_ERROR));
        $counts = ['taken' => 0, 'refused by both' => 0, 'refused by the server alone' => 0];
        foreach ($requests as $index => $request) {
            $json = json_encode($request, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
            $valid = $opis->validate(json_decode($json), $schemaObject)->isValid();
            self::assertSame($ajv[$index], $valid, "opis and ajv differ: {$json}");
            $verdict = $decide(self::input($request), $book->apps['gaugebook'], static fn (): bool => false, $now);
            $codes = $verdict->codes();
            $expressible = array_diff($codes, SignupSchema::BEYOND);
            if ($codes === []) {
                self::assertTrue($valid, "the document refuses what the server takes: {$json}");
                $counts['taken']++;
            } elseif ($expressible !== []) {
                self::assertFalse($valid, 'the document takes what the server refuses for '.implode(', ', $expressible).": {$json}");
                $counts['refused by both']++;
            } else {
                $counts['refused by the server alone']++;
            }
        }
        self::assertGreaterThan(200, min($counts), json_encode($counts, JSON_THROW_ON_ERROR));
    }

    /** @return list<array<string, mixed>> */
    private function requests(): array
    {
        $random = new Randomizer(new Mt19937(31));
        $pick = static fn (array $from): mixed => $from[$random->getInt(0, count($from) - 1)];
        $good = ['app' => 'gaugebook', 'name' => 'Ngozi', 'email' => 'ngozi@post.example', 'password' => 'slow green otters', 'terms' => '2026-09-03', 'fields' => [
            'home_reach' => 'Saltings', 'training_level' => 'basic', 'phone' => '+47 21 93 00 00', 'trained_on' => '2020-02-29', 'speaks' => ['en', 'cy'], 'boat_licence' => 'AW-123', 'listed' => true,
            'gauges' => 3, 'site' => 'https://place.example/a', 'born_in' => 'NO', 'notes' => "One\nTwo",
        ]];
        $odd = [
            'name' => ['', ' ', 'Ó', '渡辺 葵', str_repeat('ä', 120), str_repeat('ä', 121), "  Ann\u{3000}", '٣', null],
            'email' => ['', 'x', 'a@b', 'tam@post.example', ' tam@post.example ', 'tam@alderwend.example', '"a b"@post.example', 'tam@spillway.test', null, 'ü@bächlein.example'],
            'password' => ['', 'short', 'passwordpassword', str_repeat('é', 12), str_repeat('é', 11), str_repeat('a b', 90), '渡辺葵渡辺葵渡辺葵渡辺葵', null],
            'terms' => ['', '2024-05-01', null],
            'home_reach' => ['saltings', 'Weir', '', null, ['Saltings'], 3],
            'training_level' => ['bronze', 'full', 'FULL'],
            'phone' => ['call me', '+4721930000', '', str_repeat('1', 60), 47],
            'trained_on' => ['2023-02-29', '2099-01-01', '2001-01-01', '1/2/2020', '2020-02-29 ', 20200229],
            'speaks' => [[], ['en'], ['en', 'en'], ['xx'], 'en', ['en', 'cy', 'no', 'pl'], ['a' => 'en']],
            'boat_licence' => ['AW', ' AW-1 ', str_repeat('x', 20), str_repeat('x', 21), 'é', "A\u{00A0}B\u{00A0}", null],
            'listed' => ['yes', 1, false, null],
            'gauges' => [0, 0.5, 1, 100, 100.5, '3', null, -1],
            'site' => ['http://a.b', 'https://localhost', 'javascript:alert(1)', 'https://a.b/ ä', ''],
            'born_in' => ['no', 'XX', 'SE', 'NOR'],
            'notes' => ['', str_repeat("a\n", 60), str_repeat('a', 101), 'x'],
        ];
        $requests = [];
        for ($case = 0; $case < self::CASES; $case++) {
            $request = $good;
            $keys = $random->pickArrayKeys($odd, $random->getInt(1, 3));
            foreach ($case % 8 === 0 ? [] : $keys as $key) {
                if (isset($good['fields'][$key])) {
                    $request['fields'][$key] = $pick($odd[$key]);
                    if ($random->getInt(0, 7) === 0) {
                        unset($request['fields'][$key]);
                    }
                } else {
                    $request[$key] = $pick($odd[$key]);
                    if ($random->getInt(0, 7) === 0) {
                        unset($request[$key]);
                    }
                }
            }
            if ($random->getInt(0, 39) === 0) {
                $request['fields']['unknown'] = 1;
            }
            $requests[] = $request;
        }

        return $requests;
    }

    /** @return array<string, mixed> the demo's rules with every type of field, all asked at sign-up */
    private static function document(): array
    {
        $document = Books::demo();
        $fields = array_filter($document['fields'], static fn (array $field): bool => $field['type'] !== 'picture');
        $document['fields'] = array_map(static fn (array $field): array => array_replace($field, ['required' => 'at_signup', 'apps' => []]), [
            ...array_values($fields),
            Books::field('number', ['key' => 'gauges', 'minimum' => 0.5, 'maximum' => 100]),
            Books::field('url', ['key' => 'site']),
            Books::field('country', ['key' => 'born_in']),
            Books::field('long_text', ['key' => 'notes', 'minimum' => 2, 'maximum' => 100]),
        ]);
        $document['fields'][4]['maximum'] = 3;
        $document['disclosure'] = Books::disclosing($document['fields']);

        return $document;
    }

    /** @param  array<string, mixed>  $request */
    private static function input(array $request): SignupInput
    {
        return new SignupInput($request['name'] ?? null, $request['email'] ?? null, isset($request['password']) ? new Secret($request['password']) : null, $request['fields'] ?? [], $request['terms'] ?? null);
    }

    /** @return array{DecideSignup, SignupSchema} */
    private function parts(RuleBook $book): array
    {
        $lists = new FakeLists;
        $fields = new DecideFields(new FieldTypes(new DialledNumbers));
        $decide = new DecideSignup(Passwords::policy($book->password, $lists), new DomainPolicy($book->signup, $lists), $book->fields, $fields, $book->signup->terms, Reach::everywhere());

        return [$decide, new SignupSchema($decide, $fields, $book->password, $book->signup->terms)];
    }
}
