<?php

namespace App\Garden;

use Symfony\Component\HttpKernel\Bundle\Bundle;

class GardenBundle extends Bundle
{
}
