<?php

namespace {{namespace}}\Admin;

/** A field of an entity as a form has it. */
final class Field
{
    public function __construct(
        public readonly string $name,
        public readonly string $label,
        /** text, long, number, decimal, yes, date or moment */
        public readonly string $kind,
        public readonly bool $isNullable,
        public readonly ?int $length,
        public readonly bool $isWritable,
        private readonly bool $isImmutable,
    ) {
    }

    /** What a form shows for a value. */
    public function shown(mixed $value): string
    {
        return match (true) {
            $value instanceof \DateTimeInterface => $value->format('date' === $this->kind ? 'Y-m-d' : 'Y-m-d\TH:i'),
            \is_bool($value) => $value ? '1' : '',
            \is_scalar($value), $value instanceof \Stringable => (string) $value,
            default => '',
        };
    }

    /**
     * The value that was sent; one that is none of this kind is told by an \InvalidArgumentException.
     */
    public function read(mixed $sent): mixed
    {
        $text = \is_string($sent) && mb_check_encoding($sent, 'UTF-8') ? trim(str_replace("\0", '', $sent)) : '';
        if ('yes' === $this->kind) {
            return '' !== $text;
        }
        if ('' === $text) {
            return $this->isNullable ? null : ('text' === $this->kind || 'long' === $this->kind ? '' : throw new \InvalidArgumentException('It needs a value.'));
        }
        if (null !== $this->length && mb_strlen($text) > $this->length) {
            throw new \InvalidArgumentException("It has at most $this->length characters.");
        }

        return match ($this->kind) {
            'number' => filter_var($text, \FILTER_VALIDATE_INT, \FILTER_NULL_ON_FAILURE) ?? throw new \InvalidArgumentException('It must be a whole number.'),
            'decimal' => is_numeric($text) ? $text : throw new \InvalidArgumentException('It must be a number.'),
            'date', 'moment' => $this->moment($text),
            default => $text,
        };
    }

    private function moment(string $text): \DateTimeInterface
    {
        $form = 'date' === $this->kind ? '!Y-m-d' : '!Y-m-d\TH:i';
        $read = \DateTimeImmutable::createFromFormat($form, $text);
        if (false === $read || $read->format(substr($form, 1)) !== $text) {
            throw new \InvalidArgumentException('It must be a date.');
        }

        return $this->isImmutable ? $read : \DateTime::createFromImmutable($read);
    }
}
