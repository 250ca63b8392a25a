<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

/** crypt(3) as libc has it: MD5 ($1$), SHA-256 ($5$) and SHA-512 ($6$). */
final readonly class Crypt3 implements Wrappable
{
    use ComparesDigests;
    use SplitsAtLastDollar;

    private const MOST_ROUNDS = 1_000_000;

    private const DEFAULT_ROUNDS = 5_000;

    private const LENGTHS = ['1' => 22, '5' => 43, '6' => 86];

    /** @param  '1'|'5'|'6'  $id */
    public function __construct(private string $id)
    {
    }

    public function name(): string
    {
        return ['1' => 'MD5-crypt', '5' => 'SHA-256-crypt', '6' => 'SHA-512-crypt'][$this->id];
    }

    public function recognises(string $stored): bool
    {
        return str_starts_with($stored, "\${$this->id}\$");
    }

    public function parameters(string $stored): ?string
    {
        $form = '/^\$'.$this->id.'\$'.($this->id === '1' ? '()' : '(?:rounds=([1-9]\d{3,8})\$)?').'[.\/0-9A-Za-z]{0,'.($this->id === '1' ? 8 : 16).'}\$[.\/0-9A-Za-z]{'.self::LENGTHS[$this->id].'}$/D';
        if (preg_match($form, $stored, $part) !== 1) {
            return null;
        }
        $rounds = ($part[1] ?? '') === '' ? self::DEFAULT_ROUNDS : (int) $part[1];

        return $rounds > self::MOST_ROUNDS ? null : ($this->id === '1' ? '' : (string) $rounds);
    }

    public function areSettings(string $settings): bool
    {
        return $this->parameters($settings.str_repeat('.', self::LENGTHS[$this->id])) !== null;
    }

    public function digest(#[\SensitiveParameter] string $password, string $settings): string
    {
        return substr((string) strrchr(crypt($password, $settings), '$'), 1);
    }
}
