<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn\Providers;

/** What is known here of a person an identity provider vouches for. */
final readonly class OutsideFacts
{
    /**
     * @param  bool  $isLinked  an account is linked to this person of the provider
     * @param  bool  $isLinkedByHolder  and its holder made that link, after a recent authentication
     * @param  bool  $isHolder  an account has the verified address, and its holder has proven that it is theirs
     * @param  bool  $admits  the app and the provider's rule let an account be made for that address
     * @param  bool  $isGuarded  the account may do something with Kennel itself, or the sign-in is one to the console
     */
    public function __construct(
        public bool $isLinked = false,
        public bool $isLinkedByHolder = false,
        public bool $isHolder = false,
        public bool $admits = false,
        public bool $isGuarded = false,
    ) {
    }
}
