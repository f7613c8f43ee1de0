<?php

namespace {{namespace}}\Http\Controllers\Accounts;

use {{namespace}}\Accounts\Limits;
use {{namespace}}\Accounts\Links;
use {{namespace}}\Accounts\NewAccount;
use {{namespace}}\Accounts\Notes;
use {{people.class}};
use Illuminate\Contracts\Auth\MustVerifyEmail;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Mail;
use Symfony\Component\HttpFoundation\Response;
use Throwable;

/** Changes an address once its owner has opened the link that was sent to the new one. */
class ConfirmAddressController extends Controller
{
    public function __construct(Limits $limits, private Links $links, private NewAccount $new)
    {
        parent::__construct($limits);
    }

    /** Nobody is told whether an address has an account: it gets no link then. */
    public function send({{people.short}} $user, string $email, Request $request): void
    {
        if ($this->new->has($email)) {
            return;
        }
        try {
            $token = Notes::write($this->purpose($user), ['email' => $email], (string) config('app.key'));
            $link = $this->links->origin($request).route('accounts.moving', ['token' => $token], false);
            $text = sprintf("To have your account under this address, open this link within a day:\n\n%s\n\nIf you did not ask for it, there is nothing to do.", $link);
            Mail::raw($text, fn ($message) => $message->to($email)->subject('Your new address'));
        } catch (Throwable $error) {
            report($error);
        }
    }

    public function form(Request $request): Response
    {
        $token = $request->query('token');
        $asked = Notes::read($this->purpose($this->own($request)), $token, (string) config('app.key'));

        return $asked ? $this->show('address', ['token' => $token, 'email' => $asked['email']]) : $this->refuse();
    }

    public function change(Request $request): Response|RedirectResponse
    {
        $user = $this->own($request);
        $asked = Notes::read($this->purpose($user), $this->sent($request, 'token'), (string) config('app.key'));
        if ($asked === null || $this->new->has($asked['email'])) {
            return $this->refuse();
        }
        try {
            $user->forceFill(['{{people.field}}' => $asked['email']])->save();
        } catch (UniqueConstraintViolationException) {
            return $this->refuse();
        }
        if ($user instanceof MustVerifyEmail) {
            $user->markEmailAsVerified();
        }
        logger()->info('accounts: address changed');

        return redirect()->route('accounts.profile');
    }

    /** With another address or password the link is worth nothing any more. */
    private function purpose({{people.short}} $user): string
    {
        return implode("\n", ['new address', $user->getKey(), $user->{{people.field}}, $user->getAuthPassword()]);
    }

    private function refuse(): Response
    {
        return $this->message(400, 'That link is not good any more', 'Ask for another: each is good once, and for a day.');
    }

    private function own(Request $request): {{people.short}}
    {
        $user = $request->user();

        return $user instanceof {{people.short}} ? $user : abort(403);
    }
}
