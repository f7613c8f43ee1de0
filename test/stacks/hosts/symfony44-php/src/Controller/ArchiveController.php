<?php

namespace App\Controller;

use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;

class ArchiveController extends AbstractController
{
    public function index(): Response
    {
        return $this->render('archive.html.twig', ['years' => [1998, 1999]]);
    }
}
