<?php

namespace {{namespace}}\Http\Controllers\Accounts;

use {{namespace}}\Accounts\Limits;
use {{namespace}}\Accounts\Passwords;
use {{namespace}}\Accounts\Rules;
use {{people.class}};
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Symfony\Component\HttpFoundation\Response;

/** What people may see and change of their own account. */
class ProfileController extends Controller
{
    public function __construct(Limits $limits, private Passwords $passwords)
    {
        parent::__construct($limits);
    }

    public function form(Request $request): Response
    {
        return $this->page($this->own($request));
    }

    public function rename(Request $request): Response
    {
        $user = $this->own($request);
        $user->forceFill(['name' => Rules::name($request->post('name'))])->save();

        return $this->page($user, ['notice' => 'Your name is changed.']);
    }

    public function address(Request $request{{moving.by}}): Response|RedirectResponse
    {
        $user = $this->own($request);
        if ($refusal = $this->refusal($request, $user, 'current-email')) {
            return $refusal;
        }
        $email = Rules::address($request->post('email'));
        if (! Rules::isAddress($email)) {
            return $this->page($user, ['field' => 'email', 'problem' => 'That is not an email address.'], 400);
        }
        // {{moving}}
    }

    public function password(Request $request): Response
    {
        $user = $this->own($request);
        if ($refusal = $this->refusal($request, $user, 'current')) {
            return $refusal;
        }
        $password = $this->sent($request, 'password');
        if ($problem = Rules::objectionTo($password, (string) $user->{{people.field}})) {
            return $this->page($user, ['field' => 'password', 'problem' => $problem], 400);
        }
        // Of two at once one comes first, and the other knows it no more.
        if (! $this->passwords->change($user, $password)) {
            return $this->page($user, ['field' => 'current', 'problem' => 'The current password is not right.'], 403);
        }
        // Whoever has come in by the old one goes out.
        Auth::login($user);
        $request->session()->regenerate();
        logger()->info('accounts: password changed');

        return $this->page($user, ['notice' => 'Your password is changed.']);
    }

    public function remove(Request $request): Response|RedirectResponse
    {
        $user = $this->own($request);
        if ($refusal = $this->refusal($request, $user, 'known')) {
            return $refusal;
        }
        Auth::guard('web')->logout();
        $user->delete();
        $request->session()->invalidate();
        $request->session()->regenerateToken();
        logger()->info('accounts: account deleted');

        return redirect()->route('accounts.register');
    }

    /** Too many tries, or a current password that is not theirs; null where all is well. */
    private function refusal(Request $request, {{people.short}} $user, string $field): ?Response
    {
        $whom = (string) $user->getKey();
        if ($this->limits->isOver('own', $whom, $request)) {
            return $this->tooMany();
        }
        if ($this->passwords->isRight($user, $this->sent($request, 'current_password'))) {
            return null;
        }
        $this->limits->count('own', $whom, $request);

        return $this->page($user, ['field' => $field, 'problem' => 'The current password is not right.'], 403);
    }

    /** @param array<string, mixed> $given */
    private function page({{people.short}} $user, array $given = [], int $status = 200): Response
    {
        return $this->show('profile', $given + ['email' => $user->{{people.field}}, 'name' => $user->name], $status);
    }

    private function own(Request $request): {{people.short}}
    {
        $user = $request->user();

        return $user instanceof {{people.short}} ? $user : abort(403);
    }
}
