<?php

namespace {{namespace}}\Http\Controllers\Accounts;

use {{namespace}}\Accounts\Limits;
use {{namespace}}\Accounts\Links;
use {{namespace}}\Accounts\Passwords;
use {{namespace}}\Accounts\Rules;
use {{people.class}};
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Mail;
use Symfony\Component\HttpFoundation\Response;
use Throwable;

/** A new password for those who have forgotten theirs, by a link in a mail. */
class ForgottenController extends Controller
{
    public function __construct(Limits $limits, private Links $links, private Passwords $passwords)
    {
        parent::__construct($limits);
    }

    public function form(): Response
    {
        return $this->show('forgotten');
    }

    /** The answer is the same whether there is an account, and is sent before anybody looks for one. */
    public function ask(Request $request): Response
    {
        $email = Rules::address($request->post('email'));
        if ($this->limits->isOver('forgotten', $email, $request)) {
            return $this->tooMany();
        }
        $this->limits->count('forgotten', $email, $request);
        app()->terminating(fn () => $this->send($email, $request));

        return $this->message(200, 'Look into your mail', 'If that address has an account, a link is on its way.');
    }

    private function send(string $email, Request $request): void
    {
        $user = {{people.short}}::query()->where('{{people.field}}', $email)->first();
        if ($user === null) {
            return;
        }
        try {
            $text = sprintf("To choose a new password, open this link within %d minutes:\n\n%s\n\nIf you did not ask for it, there is nothing to do.", Links::MINUTES, $this->links->make($user, $request));
            Mail::raw($text, fn ($message) => $message->to($email)->subject('A new password'));
        } catch (Throwable $error) {
            report($error);
        }
    }

    public function choose(Request $request): Response
    {
        $token = $request->query('token');

        return $this->links->read($token) ? $this->show('reset', ['token' => $token]) : $this->refuse();
    }

    public function reset(Request $request): Response
    {
        if ($this->limits->isOver('reset', '', $request)) {
            return $this->tooMany();
        }
        $token = $this->sent($request, 'token');
        $user = $this->links->read($token);
        if ($user === null) {
            $this->limits->count('reset', '', $request);

            return $this->refuse();
        }
        $password = $this->sent($request, 'password');
        if ($problem = Rules::objectionTo($password, (string) $user->{{people.field}})) {
            return $this->show('reset', ['field' => 'password', 'problem' => $problem, 'token' => $token], 400);
        }
        if (! $this->passwords->change($user, $password)) {
            return $this->refuse();
        }
        logger()->info('accounts: password changed by a link');

        return $this->show('login', ['notice' => 'Your password is changed: sign in with it.', 'email' => $user->{{people.field}}]);
    }

    private function refuse(): Response
    {
        return $this->message(400, 'That link is not good any more', 'Ask for another: each is good once, and not for long.');
    }
}
