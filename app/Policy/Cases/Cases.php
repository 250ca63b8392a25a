<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Cases;

use Illuminate\Contracts\Encryption\Encrypter;
use Kennel\App\Foundation\Moment;
use Kennel\App\Messaging\Wording\Wordings;
use Kennel\App\Policy\Rules\MakeJudge;
use Kennel\Core\Directory\Disclosure\Audience;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Messaging\Wording\Wording;
use Kennel\Core\Messaging\Wording\WordingKey;
use Kennel\Core\Policy\Cases\DisclosureCase;
use Kennel\Core\Policy\Cases\SignupCase;
use Kennel\Core\Policy\Cases\WordingCase;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\Registration\Signup\SignupInput;
use Psr\Clock\ClockInterface;

/**
 * The saved cases: the rule book's regression tests. An input is sealed, since it holds a password that somebody may use; of that
 * password only the length is ever shown.
 */
final readonly class Cases
{
    public function __construct(private Encrypter $encrypter, private ClockInterface $clock, private MakeJudge $judges, private Wordings $wordings)
    {
    }

    /** @return list<array{id: string, name: string, app: string, input: array<string, mixed>, expected: list<string>, got: list<string>, holds: bool, disclosure: array{field: string, audience: string}|null, wording: array{key: string, phrase: string}|null, saved_by: string, saved_at: string}> in the order they were saved */
    public function run(RuleBook $book): array
    {
        $judge = $this->judges->of($book);
        $results = [];
        foreach (SavedCase::query()->orderBy('saved_at')->orderBy('id')->get() as $row) {
            $case = $this->read($row);
            $result = $case instanceof WordingCase ? $case->run($this->wording($book, $case->key)) : $case->run($judge);
            $results[] = [
                'id' => $row->id,
                'name' => $case->name,
                'app' => $this->appOf($case),
                'input' => $this->shown($case instanceof SignupCase ? $case->input : new SignupInput(null, null, null, [], null)),
                'disclosure' => $case instanceof DisclosureCase ? ['field' => $case->field->key(), 'audience' => $case->audience->key()] : null,
                'wording' => $case instanceof WordingCase ? ['key' => $case->key->toString(), 'phrase' => $case->phrase] : null,
                'expected' => $case->expected,
                'got' => $result->codes,
                'holds' => $result->holds,
                'saved_by' => $row->saved_by,
                'saved_at' => $row->saved_at,
            ];
        }

        return $results;
    }

    /** @return list<string> names */
    public function failing(RuleBook $book): array
    {
        return array_column(array_filter($this->run($book), static fn (array $case): bool => ! $case['holds']), 'name');
    }

    /** Another whenever a case was added or removed. */
    public function fingerprint(): string
    {
        return hash('sha256', SavedCase::query()->orderBy('id')->pluck('id')->implode(' '));
    }

    public function add(SignupCase|DisclosureCase|WordingCase $case, string $by): string
    {
        return SavedCase::query()->create([...$this->sealed($case), 'saved_by' => $by, 'saved_at' => Moment::write($this->clock->now())])->id;
    }

    /** @return array{name: string, app_key: string, sealed: string, expected: list<string>} as it is stored */
    public function sealed(SignupCase|DisclosureCase|WordingCase $case): array
    {
        if ($case instanceof DisclosureCase) {
            return ['name' => $case->name, 'app_key' => (string) $case->audience->app, 'sealed' => $this->encrypter->encrypt(['field' => $case->field->key(), 'audience' => $case->audience->key()]), 'expected' => $case->expected];
        }
        if ($case instanceof WordingCase) {
            return ['name' => $case->name, 'app_key' => (string) $case->key->app, 'sealed' => $this->encrypter->encrypt(['wording' => $case->key->toString(), 'phrase' => $case->phrase]), 'expected' => $case->expected];
        }
        $input = $case->input;

        return [
            'name' => $case->name,
            'app_key' => $case->app,
            'sealed' => $this->encrypter->encrypt([
                'name' => $input->name,
                'email' => $input->email,
                'password' => $input->password?->reveal(),
                'fields' => $input->fields,
                'terms' => $input->terms,
            ]),
            'expected' => $case->expected,
        ];
    }

    /** @return string|null its name, null when there was none */
    public function remove(string $id): ?string
    {
        $name = SavedCase::query()->whereKey($id)->value('name');
        SavedCase::query()->whereKey($id)->delete();

        return $name;
    }

    private function read(SavedCase $row): SignupCase|DisclosureCase|WordingCase
    {
        /** @var array{field: string, audience: string}|array{wording: string, phrase: string}|array{name: string|null, email: string|null, password: string|null, fields: array<string, mixed>, terms: string|null} $input */
        $input = $this->encrypter->decrypt($row->sealed);
        if (isset($input['audience'])) {
            return new DisclosureCase($row->name, FieldKey::parse($input['field']), Audience::parse($input['audience']), $row->expected);
        }
        if (isset($input['wording'])) {
            return new WordingCase($row->name, WordingKey::parse($input['wording']) ?? throw new \LogicException("the case {$row->id} is of no kind of message"), $input['phrase'], $row->expected);
        }

        return new SignupCase($row->name, $row->app_key, new SignupInput(
            $input['name'],
            $input['email'],
            $input['password'] === null ? null : new Secret($input['password']),
            $input['fields'],
            $input['terms'],
        ), $row->expected);
    }

    /** What goes out under a rule book. */
    public function wording(RuleBook $book, WordingKey $key): Wording
    {
        return $book->wordings->find($key->kind, $key->app, $key->language) ?? $this->wordings->shipped($key->kind, $key->language);
    }

    private function appOf(SignupCase|DisclosureCase|WordingCase $case): string
    {
        return match (true) {
            $case instanceof SignupCase => $case->app,
            $case instanceof DisclosureCase => (string) $case->audience->app,
            default => (string) $case->key->app,
        };
    }

    /** @return array<string, mixed> */
    private function shown(SignupInput $input): array
    {
        return [
            'name' => $input->name,
            'email' => $input->email,
            'password_length' => $input->password === null ? null : mb_strlen($input->password->reveal()),
            'fields' => (object) $input->fields,
            'terms' => $input->terms,
        ];
    }
}
