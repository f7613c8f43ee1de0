<?php

namespace Tests\Feature;

use Tests\TestCase;

class PageTest extends TestCase
{
    public function test_the_pages_are_there(): void
    {
        $this->get('/')->assertOk()->assertSee('Welcome');
        $this->get('/tools')->assertOk()->assertSee('Spade');
        $this->get('/nothing')->assertNotFound();
    }
}
