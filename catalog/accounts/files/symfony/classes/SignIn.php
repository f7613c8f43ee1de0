<?php

namespace {{namespace}}\Accounts;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** Shows the form to sign in; the firewall takes what is sent. */
#[AsController]
final class SignIn
{
    public function __construct(
        private readonly Pages $pages,
        private readonly Security $security,
        private readonly UrlGeneratorInterface $urls,
    ) {
    }

    public function __invoke(): Response
    {
        return $this->security->getUser() ? new RedirectResponse($this->urls->generate('accounts_profile')) : $this->pages->show('login');
    }
}
