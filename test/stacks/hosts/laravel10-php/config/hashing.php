<?php

return [
    'driver' => 'bcrypt',
    'bcrypt' => ['rounds' => 10],
];
