<?php

namespace {{namespace}}\Admin;

use Doctrine\ORM\Mapping\ClassMetadata;

/** One entity in the admin area: what of it is listed, and what a form can set. */
final class Section
{
    /** What nobody is shown and no form sets, by its name. */
    private const SECRET = '/passw|passphrase|secret|token|hash|salt|api_?key|private_?key|roles$/i';

    private const KINDS = [
        'string' => 'text', 'ascii_string' => 'text', 'text' => 'long', 'integer' => 'number', 'smallint' => 'number',
        'bigint' => 'number', 'decimal' => 'decimal', 'float' => 'decimal', 'boolean' => 'yes', 'date' => 'date',
        'date_immutable' => 'date', 'datetime' => 'moment', 'datetime_immutable' => 'moment',
    ];

    public readonly string $slug;
    public readonly string $title;

    /** @var array<string, Field> */
    public readonly array $fields;

    public function __construct(public readonly ClassMetadata $meta)
    {
        $name = $meta->getReflectionClass()->getShortName();
        $words = strtolower((string) preg_replace('/(?<=[a-z0-9])(?=[A-Z])/', ' ', $name));
        $this->slug = str_replace(' ', '-', $words);
        $this->title = ucfirst($words);
        $fields = [];
        foreach ($meta->getFieldNames() as $field) {
            $kind = self::KINDS[(string) $meta->getTypeOfField($field)] ?? null;
            if (null !== $kind && 1 !== preg_match(self::SECRET, $field)) {
                $fields[$field] = $this->field($field, $kind);
            }
        }
        $this->fields = $fields;
    }

    /** @return array<string, Field> */
    public function writable(): array
    {
        return array_filter($this->fields, static fn (Field $field): bool => $field->isWritable);
    }

    /** @return list<string> */
    public function searched(): array
    {
        return array_keys(array_filter($this->fields, static fn (Field $field): bool => \in_array($field->kind, ['text', 'long'], true)));
    }

    /** Whether one can be made without being told anything first. */
    public function canMake(): bool
    {
        return !$this->meta->getReflectionClass()->isAbstract() && 0 === ($this->meta->getReflectionClass()->getConstructor()?->getNumberOfRequiredParameters() ?? 0);
    }

    public function id(object $entity): string
    {
        return implode('~', array_map(strval(...), $this->meta->getIdentifierValues($entity)));
    }

    public function value(object $entity, string $field): string
    {
        return $this->fields[$field]->shown($this->meta->getFieldValue($entity, $field));
    }

    public function set(object $entity, string $field, mixed $value): void
    {
        $setter = 'set'.ucfirst($field);
        if (method_exists($entity, $setter)) {
            $entity->$setter($value);
        } else {
            $entity->$field = $value;
        }
    }

    private function field(string $name, string $kind): Field
    {
        $class = $this->meta->getReflectionClass();
        $setter = 'set'.ucfirst($name);
        $isSettable = $class->hasMethod($setter) && $class->getMethod($setter)->isPublic();
        $property = $class->hasProperty($name) ? $class->getProperty($name) : null;
        $isOpen = null !== $property && $property->isPublic() && !$property->isReadOnly();
        $mapping = $this->meta->getFieldMapping($name);

        return new Field(
            $name,
            ucfirst(strtolower((string) preg_replace('/(?<=[a-z0-9])(?=[A-Z])/', ' ', $name))),
            $kind,
            $this->meta->isNullable($name),
            'text' === $kind ? ($mapping['length'] ?? null) : null,
            !$this->meta->isIdentifier($name) && ($isSettable || $isOpen),
            str_ends_with((string) $this->meta->getTypeOfField($name), '_immutable'),
        );
    }
}
