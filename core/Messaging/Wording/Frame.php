<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

use Kennel\Core\Directory\Apps\Look;

/** What every message of an app has around its words: the app's name, logo and colours, and the words that the service itself adds. */
final readonly class Frame
{
    /**
     * @param  string  $logo  an address that the mail program finds the picture by, or "" for a disc of the colour
     * @param  string  $wholeLink  said above a link that is written out, e.g. "The whole link, if the button does not work:"
     */
    public function __construct(public Look $look, public string $language, public string $wholeLink, public string $logo = '')
    {
    }
}
