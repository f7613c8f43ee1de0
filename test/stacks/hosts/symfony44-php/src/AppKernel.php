<?php

namespace App;

use App\Garden\GardenBundle;
use Symfony\Bundle\FrameworkBundle\FrameworkBundle;
use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Bundle\SecurityBundle\SecurityBundle;
use Symfony\Bundle\TwigBundle\TwigBundle;
use Symfony\Component\Config\Loader\LoaderInterface;
use Symfony\Component\DependencyInjection\ContainerBuilder;
use Symfony\Component\HttpKernel\Kernel;
use Symfony\Component\Routing\RouteCollectionBuilder;

class AppKernel extends Kernel
{
    use MicroKernelTrait;

    public function registerBundles(): iterable
    {
        $bundles = [
            new FrameworkBundle(),
            new SecurityBundle(),
            new TwigBundle(),
        ];

        // The garden is not shown to everybody yet
        if (in_array($this->getEnvironment(), ['dev', 'test'], true)) {
            $bundles[] = new GardenBundle();
        }

        return $bundles;
    }

    public function getProjectDir(): string
    {
        return \dirname(__DIR__);
    }

    protected function configureContainer(ContainerBuilder $container, LoaderInterface $loader): void
    {
        $config = $this->getProjectDir().'/config';
        $loader->load($config.'/{packages}/*.{php,yaml,yml}', 'glob');
        $loader->load($config.'/{packages}/'.$this->environment.'/*.{php,yaml,yml}', 'glob');
        $loader->load($config.'/services.{yaml,yml}', 'glob');
    }

    protected function configureRoutes(RouteCollectionBuilder $routes): void
    {
        $config = $this->getProjectDir().'/config';
        $routes->import($config.'/{routes}/'.$this->environment.'/*.{php,yaml,yml}', '/', 'glob');
        $routes->import($config.'/{routes}/*.{php,yaml,yml}', '/', 'glob');
        $routes->import($config.'/routes.yml');
    }
}
