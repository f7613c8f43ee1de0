<?php

namespace {{namespace}}\Http\Controllers;

use {{namespace}}\Admin\Section;
use {{namespace}}\Admin\Sections;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\QueryException;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Lists, makes, changes and deletes what the app keeps. */
class AdminAreaController
{
    private const ROWS = 25;

    public function __construct(private Sections $sections)
    {
    }

    public function dashboard(): Response
    {
        $counts = array_map(fn (Section $section): int => $section->class::query()->count(), $this->sections->all());

        return $this->page('dashboard', ['title' => 'Admin area', 'counts' => $counts]);
    }

    public function index(Request $request, string $section): Response
    {
        $own = $this->sections->named($section);
        $search = is_string($request->query('search')) ? mb_substr(trim($request->query('search')), 0, 200) : '';
        $sort = is_string($request->query('sort')) && isset($own->fields[$request->query('sort')]) ? $request->query('sort') : $own->key();
        $order = $request->query('order') === 'desc' ? 'desc' : 'asc';
        $query = $this->found($own, $search);
        $rows = $query->count();
        $last = max(1, (int) ceil($rows / self::ROWS));
        $page = min($last, max(1, filter_var($request->query('page'), FILTER_VALIDATE_INT) ?: 1));

        return $this->page('index', [
            'title' => $own->title, 'section' => $own, 'rows' => $rows, 'search' => $search, 'sort' => $sort, 'order' => $order,
            'page' => $page, 'last' => $last, 'all' => $query->orderBy($sort, $order)->forPage($page, self::ROWS)->get(),
        ]);
    }

    public function add(Request $request, string $section): Response|RedirectResponse
    {
        $own = $this->sections->named($section);

        return $this->form($request, $own, new $own->class);
    }

    public function edit(Request $request, string $section, string $id): Response|RedirectResponse
    {
        $own = $this->sections->named($section);

        return $this->form($request, $own, $this->one($own, $id));
    }

    public function delete(Request $request, string $section, string $id): Response|RedirectResponse
    {
        $own = $this->sections->named($section);
        $one = $this->one($own, $id);
        $given = ['title' => "Delete $own->title $id?", 'section' => $own, 'one' => $one, 'problem' => null];
        if (! $request->isMethod('POST')) {
            return $this->page('delete', $given);
        }
        try {
            $one->delete();
        } catch (QueryException) {
            return $this->page('delete', ['problem' => 'Something else refers to it.'] + $given, 409);
        }
        $this->note($request, 'deleted', $own, $id);

        return redirect()->route('admin-area.list', $own->slug);
    }

    /** Shows a form, or takes what was sent in it: the fields of the section, and nothing else. */
    private function form(Request $request, Section $section, Model $one): Response|RedirectResponse
    {
        $isNew = ! $one->exists;
        $id = $isNew ? null : (string) $one->getKey();
        $given = ['title' => $isNew ? "New: $section->title" : "$section->title $id", 'section' => $section, 'id' => $id];
        if (! $request->isMethod('POST')) {
            $values = [];
            foreach (array_keys($section->writable()) as $field) {
                $values[$field] = $section->value($one, $field);
            }

            return $this->page('form', $given + ['values' => $values, 'problems' => []]);
        }
        $problems = [];
        $typed = [];
        foreach (array_keys($section->writable()) as $field) {
            $sent = $request->post($field);
            $typed[$field] = is_string($sent) ? $sent : '';
            try {
                $value = $section->read($field, $sent);
                // What is left empty in a new one gets what the database has for it.
                if ($value !== null || ! $isNew) {
                    $one->forceFill([$field => $value]);
                }
            } catch (\InvalidArgumentException $wrong) {
                $problems[$field] = $wrong->getMessage();
            }
        }
        if ($problems === []) {
            try {
                $one->save();
            } catch (QueryException) {
                $problems[''] = 'The database refuses it: a value that must be there is missing, or is taken already.';
            }
        }
        if ($problems !== []) {
            return $this->page('form', $given + ['values' => $typed, 'problems' => $problems], 422);
        }
        $this->note($request, $isNew ? 'made' : 'changed', $section, (string) $one->getKey());

        return redirect()->route('admin-area.list', $section->slug);
    }

    /** @return Builder<Model> */
    private function found(Section $section, string $search): Builder
    {
        $query = $section->class::query();
        if ($search === '' || $section->searched() === []) {
            return $query;
        }
        $plain = str_replace(['!', '%', '_'], ['!!', '!%', '!_'], mb_strtolower($search));

        return $query->where(function (Builder $any) use ($section, $plain): void {
            foreach ($section->searched() as $field) {
                $any->orWhereRaw('lower('.$any->getQuery()->getGrammar()->wrap($field).") like ? escape '!'", ["%$plain%"]);
            }
        });
    }

    private function one(Section $section, string $id): Model
    {
        $model = new $section->class;
        abort_if(in_array($model->getKeyType(), ['int', 'integer'], true) && preg_match('/^\d{1,18}$/', $id) !== 1, 404);

        return $section->class::query()->findOrFail($id);
    }

    /** @param array<string, mixed> $given */
    private function page(string $name, array $given, int $status = 200): Response
    {
        return response()->view("admin.$name", $given + ['sections' => $this->sections->all()], $status)->withHeaders([
            'Cache-Control' => 'no-store, private', 'X-Frame-Options' => 'DENY', 'X-Content-Type-Options' => 'nosniff',
        ]);
    }

    private function note(Request $request, string $what, Section $section, string $id): void
    {
        logger()->notice("admin area: $what", ['who' => $request->user()?->getAuthIdentifier(), 'section' => $section->slug, 'id' => $id]);
    }
}
