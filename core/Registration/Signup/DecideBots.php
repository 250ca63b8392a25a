<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Signup;

use Kennel\Core\Foundation\Reasons\Reason;

/**
 * Whether a sign-up looks like a program's. Asked before anything else, since the point is to spend nothing on it.
 *
 * The page waits and works by itself, so whoever uses it is never refused for being quick, for a password manager or a screen reader.
 */
final readonly class DecideBots
{
    public function __construct(private BotRules $rules)
    {
    }

    /** @return Reason|null the first that applies; null for what looks like a person */
    public function __invoke(FormFacts $form, \DateTimeImmutable $now): ?Reason
    {
        return match (true) {
            $this->rules->attempts > 0 && $form->attempts >= $this->rules->attempts => new Reason('bots.source', null, ['attempts' => $this->rules->attempts]),
            $this->rules->trap && $form->trap !== '' => new Reason('bots.trap'),
            ! $this->rules->needForm() => null,
            $form->openedAt === null || $form->wasSentBefore || $this->rules->formLifetime->after($form->openedAt) < $now => new Reason('bots.form'),
            $this->rules->minimumTime->after($form->openedAt) > $now => new Reason('bots.time'),
            ! ProofOfWork::isDone($form->challenge, $form->answer, $this->rules->workBits) => new Reason('bots.work'),
            default => null,
        };
    }
}
