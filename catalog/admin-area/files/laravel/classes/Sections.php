<?php

namespace {{namespace}}\Admin;

/** The models that the admin area looks after. */
class Sections
{
    /** @return array<string, Section> */
    public function all(): array
    {
        $sections = [];
        foreach (Entities::ALL as $class) {
            $section = new Section($class);
            $sections[$section->slug] = $section;
        }

        return $sections;
    }

    public function named(string $slug): Section
    {
        return $this->all()[$slug] ?? abort(404);
    }
}
