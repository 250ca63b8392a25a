<?php

declare(strict_types=1);

// Prints the JSON Schema of the rule book that ships, for the types of the interface. It needs neither a database nor the framework.

require __DIR__.'/../../vendor/autoload.php';

$schema = Kennel\Core\Policy\Rules\RuleBook::fromArray(require __DIR__.'/../../config/rules.php')->schema();
echo json_encode(['title' => 'RuleBook'] + $schema, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR), "\n";
