<?php

namespace {{namespace}}\Http\Controllers\Accounts;

use {{namespace}}\Accounts\Limits;
use Illuminate\Http\Request;
// {{answer.needs}}
use Symfony\Component\HttpFoundation\Response;

/** What the pages of the accounts share: they are neither kept nor framed. */
abstract class Controller
{
    public function __construct(protected Limits $limits)
    {
    }

    /** @param array<string, mixed> $given */
    protected function show(string $page, array $given = [], int $status = 200): Response
    {
        $all = $given + ['problem' => null, 'field' => null, 'notice' => null, 'email' => '', 'name' => ''];

        // {{answer}}

        return $answer->withHeaders([
            'Cache-Control' => 'no-store, private',
            'X-Content-Type-Options' => 'nosniff',
            'X-Frame-Options' => 'DENY',
            'Referrer-Policy' => 'same-origin',
        ]);
    }

    // {{answer.paths}}

    protected function message(int $status, string $title, string $message): Response
    {
        return $this->show('message', ['title' => $title, 'message' => $message], $status);
    }

    protected function tooMany(): Response
    {
        logger()->notice('accounts: too many tries');

        return $this->message(429, 'Too many tries', 'Wait a quarter of an hour, then try again.');
    }

    /** What was sent in a field, as text. */
    protected function sent(Request $request, string $field): string
    {
        $sent = $request->post($field);

        return is_string($sent) ? $sent : '';
    }
}
