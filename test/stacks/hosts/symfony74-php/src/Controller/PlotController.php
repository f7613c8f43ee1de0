<?php

namespace App\Controller;

use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class PlotController extends AbstractController
{
    #[Route('/plots', name: 'app_plots', methods: ['GET'])]
    public function index(): Response
    {
        return $this->render('plot/index.html.twig');
    }
}
