<?php

namespace {{namespace}}\Accounts;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Security\Csrf\CsrfToken;
use Symfony\Component\Security\Csrf\CsrfTokenManagerInterface;
use Twig\Environment;

/** Shows the pages of the accounts, which are neither kept nor framed, and looks whether forms are theirs. */
final class Pages
{
    public const TOKEN = 'accounts';

    public function __construct(
        private readonly Environment $twig,
        private readonly CsrfTokenManagerInterface $tokens,
    ) {
    }

    /** @param array<string, mixed> $given */
    public function show(string $page, array $given = [], int $status = 200): Response
    {
        $html = $this->twig->render("accounts/$page.html.twig", $given + ['problem' => null, 'field' => null, 'notice' => null, 'email' => '', 'name' => {{name.none}}]);

        return new Response($html, $status, [
            'Cache-Control' => 'no-store, private',
            'X-Content-Type-Options' => 'nosniff',
            'X-Frame-Options' => 'DENY',
            'Referrer-Policy' => 'same-origin',
        ]);
    }

    public function message(int $status, string $title, string $message): Response
    {
        return $this->show('message', ['title' => $title, 'message' => $message], $status);
    }

    /** An answer to a form that was made for somebody else, or too long ago; null where it is theirs. */
    public function refusal(Request $request): ?Response
    {
        $token = $request->request->all()['_csrf'] ?? '';
        $isTheirs = \is_string($token) && $this->tokens->isTokenValid(new CsrfToken(self::TOKEN, $token));

        return $isTheirs ? null : $this->tooOld();
    }

    public function tooOld(): Response
    {
        return $this->message(403, 'That form is too old', 'Go back, load the page anew, and try again.');
    }

    public function tooMany(): Response
    {
        return $this->message(429, 'Too many tries', 'Wait a quarter of an hour, then try again.');
    }
}
