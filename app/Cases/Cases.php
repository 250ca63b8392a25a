<?php

declare(strict_types=1);

namespace Kennel\App\Cases;

use Illuminate\Contracts\Encryption\Encrypter;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Platform\Moment;
use Kennel\App\Rules\MakeJudge;
use Kennel\Core\Cases\SignupCase;
use Kennel\Core\Rules\RuleBook;
use Kennel\Core\Secrets\Secret;
use Kennel\Core\Signup\SignupInput;
use Psr\Clock\ClockInterface;

/**
 * The saved cases: the rule book's regression tests. An input is sealed, since it holds a password that somebody may use; of that
 * password only the length is ever shown.
 */
final readonly class Cases
{
    public function __construct(private ConnectionInterface $database, private Encrypter $encrypter, private ClockInterface $clock, private MakeJudge $judges)
    {
    }

    /** @return list<array{id: string, name: string, app: string, input: array<string, mixed>, expected: list<string>, got: list<string>, holds: bool, saved_by: string, saved_at: string}> in the order they were saved */
    public function run(RuleBook $book): array
    {
        $judge = $this->judges->of($book);
        $results = [];
        foreach ($this->database->table('rule_cases')->orderBy('saved_at')->orderBy('id')->get() as $row) {
            $case = $this->read($row);
            $result = $case->run($judge);
            $results[] = [
                'id' => $row->id,
                'name' => $case->name,
                'app' => $case->app,
                'input' => $this->shown($case->input),
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
        return hash('sha256', $this->database->table('rule_cases')->orderBy('id')->pluck('id')->implode(' '));
    }

    public function add(SignupCase $case, string $by): string
    {
        $id = (string) Str::uuid7();
        $this->database->table('rule_cases')->insert($this->row($case, $by, $id, Moment::write($this->clock->now())));

        return $id;
    }

    /** @return array<string, string> as it is stored */
    public function row(SignupCase $case, string $by, string $id, string $at): array
    {
        $input = $case->input;

        return [
            'id' => $id,
            'name' => $case->name,
            'app_key' => $case->app,
            'sealed' => $this->encrypter->encrypt(['name' => $input->name, 'email' => $input->email, 'password' => $input->password?->reveal(), 'fields' => $input->fields, 'terms' => $input->terms]),
            'expected' => json_encode($case->expected, JSON_THROW_ON_ERROR),
            'saved_by' => $by,
            'saved_at' => $at,
        ];
    }

    /** @return string|null its name, null when there was none */
    public function remove(string $id): ?string
    {
        $name = $this->database->table('rule_cases')->where('id', $id)->value('name');
        $this->database->table('rule_cases')->where('id', $id)->delete();

        return $name;
    }

    private function read(\stdClass $row): SignupCase
    {
        /** @var array{name: string|null, email: string|null, password: string|null, fields: array<string, mixed>, terms: string|null} $input */
        $input = $this->encrypter->decrypt($row->sealed);
        /** @var list<string> $expected */
        $expected = json_decode($row->expected, true, flags: JSON_THROW_ON_ERROR);

        return new SignupCase($row->name, $row->app_key, new SignupInput(
            $input['name'],
            $input['email'],
            $input['password'] === null ? null : new Secret($input['password']),
            $input['fields'],
            $input['terms'],
        ), $expected);
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
