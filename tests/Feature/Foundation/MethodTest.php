<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Kennel\Tests\Feature\DoorTestCase;

/** A request is what its method says. */
final class MethodTest extends DoorTestCase
{
    public function test_neither_a_header_nor_a_field_makes_another_method_of_it(): void
    {
        $this->holder();
        $this->signIn()->assertCreated();
        $this->knock('POST', '/session/proof', ['password' => 'wrong'], ['X-HTTP-Method-Override' => 'DELETE'])->assertStatus(422);
        foreach ([['_method' => 'DELETE'], []] as $form) {
            $answer = $this->call('POST', '/api/v1/session'.($form === [] ? '?_method=DELETE' : ''), $form, $this->cookies(), [], ['HTTP_KENNEL_SURFACE' => 'pages', 'HTTP_X_HTTP_METHOD_OVERRIDE' => 'DELETE']);
            self::assertSame(405, $answer->getStatusCode());
        }
        $this->knock('GET', '/session')->assertOk();
    }
}
