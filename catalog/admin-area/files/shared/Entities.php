<?php

namespace {{namespace}}\Admin;

/** What the admin area looks after. */
final class Entities
{
    public const ALL = [
        {{entity.code}},
    ];
}
