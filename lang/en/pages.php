<?php

declare(strict_types=1);

// What the document of an account page says by itself; everything else on it is in resources/ui/pages/words.
return ['noscript' => 'This page needs JavaScript; it loads nothing from anywhere else.'];
