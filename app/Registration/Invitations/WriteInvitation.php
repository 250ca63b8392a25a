<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Kennel\App\Directory\Apps\App;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Messaging\Wording\Wordings;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Messaging\Wording\Rendered;
use Kennel\Core\Messaging\Wording\Scheme;
use Kennel\Core\Registration\Invitations\WayIn;

/** The message that brings an invitation: the very one that is shown before it is sent. */
final readonly class WriteInvitation
{
    public function __construct(private Messages $messages, private Wordings $wordings, private Roles $roles, private Apps $apps)
    {
    }

    public static function kind(WayIn $way): MessageKind
    {
        return $way === WayIn::Temporary ? MessageKind::InvitationWithPassword : MessageKind::Invitation;
    }

    /**
     * @param  list<string>  $roles
     * @return array<string, mixed> for Messages::queueInvitation
     */
    public function prepare(WayIn $way, App $app, string $language, string $name, string $recipient, array $roles, InviterSays $says, string $inviterName, string $inviterEmail, string $token, ?Secret $password): array
    {
        $values = [...$this->values($says, $inviterName, $roles, $language), ...$password === null ? [] : ['password' => $password->reveal()]];

        return $this->messages->prepareInvitation(self::kind($way), $app, $language, $name, $recipient, $values, "#t={$token}", $inviterEmail);
    }

    /**
     * With a link and a password that are nobody's.
     *
     * @param  list<string>  $roles
     */
    public function preview(WayIn $way, App $app, string $language, string $name, string $recipient, array $roles, InviterSays $says, SignedIn $inviter, Scheme $scheme): Rendered
    {
        $kind = self::kind($way);
        $sample = $this->wordings->sample($kind, $app);
        $values = [
            ...$sample, ...$this->values($says, $inviter->name, $roles, $language),
            'name' => $name, 'address' => $recipient, 'app' => Wordings::nameOf($app), 'link' => $this->apps->pageOf($app, 'invited').'#t=sample-of-a-link',
        ];

        return $this->wordings->render($kind, $this->wordings->of($kind, $app->key, $language), $app, $language, $values, $scheme);
    }

    /**
     * @param  list<string>  $roles
     * @return array<string, string>
     */
    private function values(InviterSays $says, string $inviterName, array $roles, string $language): array
    {
        $day = (new \IntlDateFormatter($language === 'en' ? 'en_GB' : $language, \IntlDateFormatter::LONG, \IntlDateFormatter::NONE, 'UTC'))->format($says->until->modify('-1 second'));

        return ['inviter' => $inviterName, 'words' => $says->words, 'roles' => implode(', ', $this->roles->labels($roles)), 'until' => $day === false ? $says->until->format('Y-m-d') : $day];
    }
}
