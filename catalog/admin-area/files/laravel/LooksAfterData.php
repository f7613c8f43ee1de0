<?php

namespace {{namespace}}\Http\Middleware;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Lets in who looks after the data, before anything is looked for. */
class LooksAfterData
{
    /** @param Closure(Request): Response $next */
    public function handle(Request $request, Closure $next): Response
    {
        abort_unless((bool) $request->user()?->getAttribute('is_admin'), 403);

        return $next($request);
    }
}
