<?php

namespace App\Controller;

use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class DutyController extends AbstractController
{
    #[Route('/duties', name: 'office_duties', methods: ['GET'])]
    public function index(): Response
    {
        return $this->render('duty/index.html.twig', [
            'duties' => ['Water the seedlings', 'Mend the fence'],
        ]);
    }
}
