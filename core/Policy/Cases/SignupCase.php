<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Cases;

use Kennel\Core\Policy\Impact\Judge;
use Kennel\Core\Registration\Signup\SignupInput;

/** A saved sign-up with the verdict it is expected to get: accepted, or refused for exactly these reasons. */
final readonly class SignupCase
{
    /** @param  list<string>  $expected  reason codes, in any order; none means accepted */
    public function __construct(public string $name, public string $app, public SignupInput $input, public array $expected)
    {
    }

    public function run(Judge $judge): CaseResult
    {
        $codes = $judge->signup($this->app, $this->input)->codes();

        return new CaseResult($codes, self::sorted($codes) === self::sorted($this->expected));
    }

    /**
     * @param  list<string>  $codes
     * @return list<string>
     */
    private static function sorted(array $codes): array
    {
        sort($codes);

        return array_values(array_unique($codes));
    }
}
