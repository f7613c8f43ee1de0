<?php

namespace {{namespace}}\Http\Controllers\Accounts;

use {{namespace}}\Accounts\Limits;
use {{namespace}}\Accounts\Links;
use {{namespace}}\Accounts\NewAccount;
use {{namespace}}\Accounts\Notes;
use {{namespace}}\Accounts\Rules;
use Illuminate\Contracts\Auth\MustVerifyEmail;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Mail;
use Symfony\Component\HttpFoundation\Response;
use Throwable;

/** Makes an account for an address once somebody has opened the link that was sent to it. */
class ConfirmAccountController extends Controller
{
    private const PURPOSE = 'new account';

    public function __construct(Limits $limits, private Links $links, private NewAccount $new)
    {
        parent::__construct($limits);
    }

    public function form(): Response|RedirectResponse
    {
        return Auth::check() ? redirect()->route('accounts.profile') : $this->show('register');
    }

    /** The answer is the same whether the address has an account, and is sent before anybody looks for one. */
    public function ask(Request $request): Response
    {
        $email = Rules::address($request->post('email'));
        if ($this->limits->isOver('register', $email, $request)) {
            return $this->tooMany();
        }
        $this->limits->count('register', $email, $request);
        $name = Rules::name($request->post('name'));
        if (! Rules::isAddress($email)) {
            return $this->show('register', ['field' => 'email', 'problem' => 'That is not an email address.', 'email' => $email, 'name' => $name], 400);
        }
        app()->terminating(fn () => $this->send($email, $name, $request));

        return $this->message(200, 'Look into your mail', 'A link to make your account is on its way.');
    }

    private function send(string $email, string $name, Request $request): void
    {
        try {
            $origin = $this->links->origin($request);
            $token = Notes::write(self::PURPOSE, ['email' => $email, 'name' => $name], (string) config('app.key'));
            $text = $this->new->has($email)
                ? sprintf("Somebody asked for an account for this address, which has one already. Sign in here:\n\n%s", $origin.route('login', [], false))
                : sprintf("To make your account, open this link within a day:\n\n%s\n\nIf you did not ask for it, there is nothing to do.", $origin.route('accounts.confirm', ['token' => $token], false));
            Mail::raw($text, fn ($message) => $message->to($email)->subject('Your account'));
        } catch (Throwable $error) {
            report($error);
        }
    }

    public function choose(Request $request): Response
    {
        $token = $request->query('token');
        $asked = $this->read($token);

        return $asked ? $this->show('confirm', ['token' => $token, 'email' => $asked['email']]) : $this->refuse();
    }

    public function make(Request $request): Response|RedirectResponse
    {
        if ($this->limits->isOver('confirm', '', $request)) {
            return $this->tooMany();
        }
        $token = $this->sent($request, 'token');
        $asked = $this->read($token);
        if ($asked === null) {
            $this->limits->count('confirm', '', $request);

            return $this->refuse();
        }
        $password = $this->sent($request, 'password');
        if ($problem = Rules::objectionTo($password, $asked['email'])) {
            return $this->show('confirm', ['field' => 'password', 'problem' => $problem, 'token' => $token, 'email' => $asked['email']], 400);
        }
        $user = $this->new->make($asked['email'], $asked['name'], $password);
        if ($user === null) {
            return $this->refuse();
        }
        if ($user instanceof MustVerifyEmail) {
            $user->markEmailAsVerified();
        }
        Auth::login($user);
        $request->session()->regenerate();
        logger()->info('accounts: registered');

        return redirect()->route('accounts.profile');
    }

    /** @return array<string, string>|null */
    private function read(mixed $token): ?array
    {
        $asked = Notes::read(self::PURPOSE, $token, (string) config('app.key'));

        return $asked === null || $this->new->has($asked['email']) ? null : $asked;
    }

    private function refuse(): Response
    {
        return $this->message(400, 'That link is not good any more', 'Ask for another: each is good once, and for a day.');
    }
}
