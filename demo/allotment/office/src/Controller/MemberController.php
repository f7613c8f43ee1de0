<?php

namespace App\Controller;

use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class MemberController extends AbstractController
{
    #[Route('/members', name: 'office_members', methods: ['GET'])]
    public function index(): Response
    {
        return $this->render('member/index.html.twig', [
            'members' => ['Bed 3', 'Bed 7', 'Bed 12'],
        ]);
    }
}
