<?php

namespace {{namespace}}\Admin;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** The entities that the admin area looks after. */
final class Sections
{
    public function __construct(private readonly EntityManagerInterface $entities)
    {
    }

    /** @return array<string, Section> */
    public function all(): array
    {
        $sections = [];
        foreach (Entities::ALL as $class) {
            $section = new Section($this->entities->getClassMetadata($class));
            $sections[$section->slug] = $section;
        }

        return $sections;
    }

    public function named(string $slug): Section
    {
        return $this->all()[$slug] ?? throw new NotFoundHttpException();
    }
}
