<?php

declare(strict_types=1);

// Changes that nobody can tell from the original: file, text before, text after, and why.
return [
];
