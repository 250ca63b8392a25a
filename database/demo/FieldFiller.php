<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Foundation\Moment;

/** Fills in the made-up accounts' fields: most completely, some not yet, and a few as an older site had them. */
final readonly class FieldFiller
{
    private const REACHES = ['Upper Alder', 'Mill Reach', 'Lower Alder', 'Wend Forks', 'Saltings'];

    private const LEVELS = ['none', 'basic', 'basic', 'full', 'full', 'instructor'];

    private const LANGUAGES = ['en', 'cy', 'no', 'pl', 'ru', 'ar', 'ja'];

    /** As the older site wrote them: nearly a choice of today's, or one that was retired. */
    private const OLD_REACHES = ['saltings', 'Mill reach', 'Upper  Alder', 'Wend forks', 'Old Weir'];

    public function __construct(private SeededEntropy $entropy)
    {
    }

    /**
     * @param  array<string, mixed>  $account
     * @param  int  $seq  its number
     * @return array{completed_at: string|null, values: list<array<string, mixed>>, terms: array<string, mixed>}
     */
    public function fill(array $account, int $seq): array
    {
        $fields = $this->fields($account);
        $values = [];
        foreach ($fields as $key => $value) {
            array_push($values, ...FieldValues::rows($seq, $key, $value));
        }
        $owed = $account['app_key'] === 'kitloft' ? ['phone'] : ['home_reach', 'training_level'];
        $isComplete = $account['email_proven_at'] !== null && array_diff($owed, array_keys($fields)) === [];

        return [
            'completed_at' => $isComplete ? Moment::write(Moment::read($account['email_proven_at'])->modify('+'.$this->entropy->random->getInt(30, 900).' seconds')) : null,
            'values' => $values,
            'terms' => ['account_id' => $account['id'], 'version' => $account['terms_version'], 'accepted_at' => $account['created_at'], 'source' => null],
        ];
    }

    /**
     * @param  array<string, mixed>  $account
     * @return array<string, bool|int|float|string|list<string>>
     */
    private function fields(array $account): array
    {
        $isKeeper = Scenario::isKeeper($account['email']);
        if (! $isKeeper && ($account['status'] === 'pending' || $this->entropy->chance(7))) {
            return [];
        }
        $isOld = ! str_starts_with((string) $account['password_hash'], '$argon2id$');
        $fields = [
            'home_reach' => ! $isKeeper && $isOld && $this->entropy->chance(18) ? $this->entropy->pick(self::OLD_REACHES) : $this->entropy->pick(self::REACHES),
            'training_level' => ! $isKeeper && $isOld && $this->entropy->chance(12) ? 'bronze' : $this->entropy->pick(self::LEVELS),
        ];
        if ($account['app_key'] === 'kitloft' || $this->entropy->chance(45)) {
            // Numbers of a range that Norway's plan gives out; nobody's in particular.
            $fields['phone'] = '+472193'.sprintf('%04d', $this->entropy->random->getInt(0, 9_999));
        }
        if ($fields['training_level'] !== 'none') {
            $fields['trained_on'] = sprintf('20%02d-%02d-%02d', $this->entropy->random->getInt(12, 25), $this->entropy->random->getInt(1, 12), $this->entropy->random->getInt(1, 28));
        }
        if ($this->entropy->chance(70)) {
            $spoken = array_unique(['en', $this->entropy->pick(self::LANGUAGES), $this->entropy->pick(self::LANGUAGES)]);
            $fields['speaks'] = array_values(array_intersect(self::LANGUAGES, $spoken));
        }
        if ($this->entropy->chance(20)) {
            $fields['boat_licence'] = 'AW-'.$this->entropy->random->getInt(10_000, 99_999);
        }
        if ($this->entropy->chance(60)) {
            $fields['listed'] = $this->entropy->chance(70);
        }

        return $fields;
    }
}
