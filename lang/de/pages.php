<?php

declare(strict_types=1);

// As lang/en/pages.php, in German.
return ['noscript' => 'Diese Seite braucht JavaScript; sie lädt nichts von anderswo.'];
