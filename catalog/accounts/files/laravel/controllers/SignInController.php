<?php

namespace {{namespace}}\Http\Controllers\Accounts;

use {{namespace}}\Accounts\Passwords;
use {{namespace}}\Accounts\Rules;
use {{people.class}};
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Symfony\Component\HttpFoundation\Response;

/** Signs people in and out. */
class SignInController extends Controller
{
    public function form(): Response|RedirectResponse
    {
        return Auth::check() ? redirect()->route('accounts.profile') : $this->show('login');
    }

    public function enter(Request $request, Passwords $passwords): Response|RedirectResponse
    {
        $email = Rules::address($request->post('email'));
        if ($this->limits->isOver('sign-in', $email, $request)) {
            return $this->tooMany();
        }
        $password = $this->sent($request, 'password');
        $user = {{people.short}}::query()->where('{{people.field}}', $email)->first();
        if (! $passwords->isRight($user, $password)) {
            $this->limits->count('sign-in', $email, $request);
            logger()->notice('accounts: not signed in');

            return $this->show('login', ['problem' => 'Address and password do not belong together.', 'email' => $email], 401);
        }
        $this->limits->forgive('sign-in', $email, $request);
        $passwords->renew($user, $password);
        Auth::login($user, $request->boolean('remember'));
        $request->session()->regenerate();
        logger()->info('accounts: signed in');

        return redirect()->intended(route('accounts.profile'));
    }

    public function leave(Request $request): RedirectResponse
    {
        Auth::guard('web')->logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return redirect()->route('login');
    }
}
