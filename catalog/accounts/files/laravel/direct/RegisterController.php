<?php

namespace {{namespace}}\Http\Controllers\Accounts;

use {{namespace}}\Accounts\NewAccount;
use {{namespace}}\Accounts\Rules;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Symfony\Component\HttpFoundation\Response;

/** Makes an account, and signs in who made it. */
class RegisterController extends Controller
{
    public function form(): Response|RedirectResponse
    {
        return Auth::check() ? redirect()->route('accounts.profile') : $this->show('register');
    }

    public function register(Request $request, NewAccount $new): Response|RedirectResponse
    {
        $email = Rules::address($request->post('email'));
        if ($this->limits->isOver('register', $email, $request)) {
            return $this->tooMany();
        }
        $this->limits->count('register', $email, $request);
        $name = Rules::name($request->post('name'));
        $password = $this->sent($request, 'password');
        $given = ['email' => $email, 'name' => $name];
        if (! Rules::isAddress($email)) {
            return $this->show('register', ['field' => 'email', 'problem' => 'That is not an email address.'] + $given, 400);
        }
        if ($problem = Rules::objectionTo($password, $email)) {
            return $this->show('register', ['field' => 'password', 'problem' => $problem] + $given, 400);
        }
        $user = $new->make($email, $name, $password);
        if ($user === null) {
            return $this->show('register', ['field' => 'email', 'problem' => 'That address has an account already.'] + $given, 409);
        }
        Auth::login($user);
        $request->session()->regenerate();
        logger()->info('accounts: registered');

        return redirect()->route('accounts.profile');
    }
}
