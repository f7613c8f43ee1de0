<?php

namespace {{namespace}}\Admin;

use Doctrine\DBAL\Exception\ConstraintViolationException;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\QueryBuilder;
use Psr\Log\LoggerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Symfony\Component\Validator\Validator\ValidatorInterface;

/** Lists, makes, changes and deletes what the app keeps. Who has not the role is refused before anything is looked for. */
#[IsGranted('{{role}}')]
final class AdminArea extends AbstractController
{
    private const ROWS = 25;
    private const TOKEN = 'admin-area';

    public function __construct(
        private readonly Sections $sections,
        private readonly EntityManagerInterface $entities,
        private readonly LoggerInterface $logger,
        private readonly ?ValidatorInterface $validator = null,
    ) {
    }

    public function dashboard(): Response
    {
        $counts = [];
        foreach ($this->sections->all() as $slug => $section) {
            $counts[$slug] = $this->entities->getRepository($section->meta->getName())->count([]);
        }

        return $this->page('dashboard', ['title' => 'Admin area', 'counts' => $counts]);
    }

    public function index(Request $request, string $section): Response
    {
        $own = $this->sections->named($section);
        ['search' => $search, 'sort' => $sort, 'order' => $order, 'page' => $page] = $request->query->all() + ['search' => '', 'sort' => '', 'order' => 'asc', 'page' => '1'];
        $search = \is_string($search) && mb_check_encoding($search, 'UTF-8') ? mb_substr(trim($search), 0, 200) : '';
        $query = $this->found($own, $search);
        $rows = (int) (clone $query)->select('COUNT(one)')->getQuery()->getSingleScalarResult();
        $last = max(1, (int) ceil($rows / self::ROWS));
        $current = min($last, max(1, filter_var($page, \FILTER_VALIDATE_INT) ?: 1));
        $by = \is_string($sort) && isset($own->fields[$sort]) ? $sort : $own->meta->getIdentifierFieldNames()[0];
        $way = 'desc' === $order ? 'desc' : 'asc';
        $query->orderBy("one.$by", $way)->setFirstResult(($current - 1) * self::ROWS)->setMaxResults(self::ROWS);

        return $this->page('index', [
            'title' => $own->title, 'section' => $own, 'entities' => $query->getQuery()->getResult(), 'rows' => $rows,
            'search' => $search, 'sort' => $by, 'order' => $way, 'page' => $current, 'last' => $last,
        ]);
    }

    public function add(Request $request, string $section): Response
    {
        $own = $this->sections->named($section);
        if (!$own->canMake()) {
            throw $this->createNotFoundException();
        }
        $class = $own->meta->getName();

        return $this->form($request, $own, new $class(), true);
    }

    public function edit(Request $request, string $section, string $id): Response
    {
        $own = $this->sections->named($section);

        return $this->form($request, $own, $this->one($own, $id), false);
    }

    public function delete(Request $request, string $section, string $id): Response
    {
        $own = $this->sections->named($section);
        $entity = $this->one($own, $id);
        $given = ['title' => "Delete $own->title $id?", 'section' => $own, 'entity' => $entity, 'problem' => null];
        if (!$request->isMethod('POST')) {
            return $this->page('delete', $given);
        }
        if (!$this->isTheirs($request)) {
            return $this->page('delete', ['problem' => 'That form is too old: try again.'] + $given, 403);
        }
        try {
            $this->entities->remove($entity);
            $this->entities->flush();
        } catch (ConstraintViolationException) {
            return $this->page('delete', ['problem' => 'Something else refers to it.'] + $given, 409);
        }
        $this->note('deleted', $own, $id);

        return $this->redirectToRoute('admin_area_list', ['section' => $own->slug]);
    }

    /** Shows a form, or takes what was sent in it: the fields of the section, and nothing else. */
    private function form(Request $request, Section $section, object $entity, bool $isNew): Response
    {
        $id = $isNew ? null : $section->id($entity);
        $values = [];
        foreach ($section->writable() as $name => $field) {
            $values[$name] = $isNew && !$section->meta->getReflectionClass()->getProperty($name)->isInitialized($entity) ? '' : $section->value($entity, $name);
        }
        $given = ['title' => $isNew ? "New: $section->title" : "$section->title $id", 'section' => $section, 'id' => $id];
        if (!$request->isMethod('POST')) {
            return $this->page('form', $given + ['values' => $values, 'problems' => []]);
        }
        $sent = $request->request->all();
        $problems = $this->isTheirs($request) ? $this->take($section, $entity, $sent) : ['' => 'That form is too old: send it again.'];
        if ([] === $problems) {
            try {
                $this->entities->persist($entity);
                $this->entities->flush();
            } catch (ConstraintViolationException) {
                $problems[''] = 'The database refuses it: a value that must be there is missing, or is taken already.';
            }
        }
        if ([] !== $problems) {
            $typed = array_map(static fn (Field $field): string => \is_string($sent[$field->name] ?? null) ? $sent[$field->name] : '', $section->writable());

            return $this->page('form', $given + ['values' => $typed, 'problems' => $problems], 422);
        }
        $this->note($isNew ? 'made' : 'changed', $section, $section->id($entity));

        return $this->redirectToRoute('admin_area_list', ['section' => $section->slug]);
    }

    /**
     * @param array<string, mixed> $sent
     *
     * @return array<string, string> what is wrong, by fields
     */
    private function take(Section $section, object $entity, array $sent): array
    {
        $problems = [];
        foreach ($section->writable() as $name => $field) {
            try {
                $section->set($entity, $name, $field->read($sent[$name] ?? null));
            } catch (\InvalidArgumentException $wrong) {
                $problems[$name] = $wrong->getMessage();
            } catch (\TypeError) {
                $problems[$name] = 'It needs a value of another kind.';
            }
        }
        foreach ([] === $problems ? ($this->validator?->validate($entity) ?? []) : [] as $violation) {
            $at = $violation->getPropertyPath();
            $problems[isset($section->writable()[$at]) ? $at : ''] = (string) $violation->getMessage();
        }

        return $problems;
    }

    private function found(Section $section, string $search): QueryBuilder
    {
        $query = $this->entities->getRepository($section->meta->getName())->createQueryBuilder('one');
        if ('' === $search || [] === $section->searched()) {
            return $query;
        }
        $any = $query->expr()->orX(...array_map(static fn (string $field): string => "LOWER(one.$field) LIKE :search ESCAPE '!'", $section->searched()));
        $plain = str_replace(['!', '%', '_'], ['!!', '!%', '!_'], mb_strtolower($search));

        return $query->where($any)->setParameter('search', "%$plain%");
    }

    private function one(Section $section, string $id): object
    {
        $names = $section->meta->getIdentifierFieldNames();
        $parts = explode('~', $id, \count($names));
        foreach ($names as $index => $name) {
            $isNumber = \in_array($section->meta->getTypeOfField($name), ['integer', 'smallint', 'bigint'], true);
            if (!isset($parts[$index]) || ($isNumber && 1 !== preg_match('/^\d{1,18}$/', $parts[$index]))) {
                throw $this->createNotFoundException();
            }
        }

        return $this->entities->find($section->meta->getName(), array_combine($names, $parts)) ?? throw $this->createNotFoundException();
    }

    private function isTheirs(Request $request): bool
    {
        $token = $request->request->all()['_csrf'] ?? null;

        return \is_string($token) && $this->isCsrfTokenValid(self::TOKEN, $token);
    }

    /** @param array<string, mixed> $given */
    private function page(string $name, array $given, int $status = 200): Response
    {
        $headers = ['Cache-Control' => 'no-store, private', 'X-Frame-Options' => 'DENY', 'X-Content-Type-Options' => 'nosniff'];

        return $this->render("admin/$name.html.twig", $given + ['sections' => $this->sections->all()], new Response('', $status, $headers));
    }

    private function note(string $what, Section $section, string $id): void
    {
        $who = $this->getUser()?->getUserIdentifier() ?? 'nobody';
        $this->logger->notice('admin area: {who} {what} {section} {id}', ['who' => $who, 'what' => $what, 'section' => $section->slug, 'id' => $id]);
    }
}
