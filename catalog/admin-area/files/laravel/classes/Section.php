<?php

namespace {{namespace}}\Admin;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Facades\Schema;
use Illuminate\Support\Str;

/** One model in the admin area: what of it is listed, and what a form can set. */
class Section
{
    /** What nobody is shown and no form sets, by its name. */
    private const SECRET = '/passw|passphrase|secret|token|hash|salt|api_?key|private_?key|^is_admin$/i';

    public readonly string $slug;

    public readonly string $title;

    /** @var array<string, string> kinds by columns: text, long, number, decimal, yes, date or moment */
    public readonly array $fields;

    private Model $model;

    /** @param class-string<Model> $class */
    public function __construct(public readonly string $class)
    {
        $this->model = new $class;
        $this->slug = Str::kebab(class_basename($class));
        $this->title = Str::ucfirst(str_replace('-', ' ', $this->slug));
        $fields = [];
        foreach (Schema::connection($this->model->getConnectionName())->getColumnListing($this->model->getTable()) as $column) {
            $kind = $this->kindOf($column);
            $isHidden = in_array($column, $this->model->getHidden(), true) || preg_match(self::SECRET, $column) === 1;
            if ($kind !== null && ! $isHidden) {
                $fields[$column] = $kind;
            }
        }
        $this->fields = $fields;
    }

    /** @return array<string, string> */
    public function writable(): array
    {
        $kept = [$this->model->getKeyName(), $this->model->getCreatedAtColumn(), $this->model->getUpdatedAtColumn(), 'deleted_at'];

        return array_diff_key($this->fields, array_flip(array_filter($kept)));
    }

    /** @return list<string> */
    public function searched(): array
    {
        return array_keys(array_filter($this->fields, fn (string $kind): bool => in_array($kind, ['text', 'long'], true)));
    }

    public function key(): string
    {
        return $this->model->getKeyName();
    }

    public function label(string $field): string
    {
        return Str::ucfirst(str_replace('_', ' ', $field));
    }

    /** What a form shows for a value. */
    public function value(Model $one, string $field): string
    {
        $value = $one->getAttribute($field);

        return match (true) {
            $value instanceof \DateTimeInterface => $value->format($this->fields[$field] === 'date' ? 'Y-m-d' : 'Y-m-d\TH:i'),
            is_bool($value) => $value ? '1' : '',
            is_scalar($value) => (string) $value,
            default => '',
        };
    }

    /** The value that was sent; one that is none of this kind is told by an \InvalidArgumentException. */
    public function read(string $field, mixed $sent): mixed
    {
        $kind = $this->fields[$field];
        $text = is_string($sent) && mb_check_encoding($sent, 'UTF-8') ? trim(str_replace("\0", '', $sent)) : '';
        if ($kind === 'yes') {
            return $text !== '';
        }
        if ($text === '') {
            return null;
        }
        if (mb_strlen($text) > ($kind === 'long' ? 100_000 : 255)) {
            throw new \InvalidArgumentException('It is too long.');
        }

        return match ($kind) {
            'number' => filter_var($text, FILTER_VALIDATE_INT, FILTER_NULL_ON_FAILURE) ?? throw new \InvalidArgumentException('It must be a whole number.'),
            'decimal' => is_numeric($text) ? $text : throw new \InvalidArgumentException('It must be a number.'),
            'date', 'moment' => $this->moment($kind, $text),
            default => $text,
        };
    }

    private function moment(string $kind, string $text): \DateTimeInterface
    {
        $form = $kind === 'date' ? '!Y-m-d' : '!Y-m-d\TH:i';
        $read = \DateTimeImmutable::createFromFormat($form, $text);
        if ($read === false || $read->format(substr($form, 1)) !== $text) {
            throw new \InvalidArgumentException('It must be a date.');
        }

        return $read;
    }

    /** By what the model makes of a column, else by what the database calls it. */
    private function kindOf(string $column): ?string
    {
        $cast = strtolower(explode(':', (string) ($this->model->getCasts()[$column] ?? ''))[0]);
        $isMoment = in_array($column, $this->model->getDates(), true);

        return match (true) {
            in_array($cast, ['bool', 'boolean'], true) => 'yes',
            in_array($cast, ['int', 'integer', 'timestamp'], true) => 'number',
            in_array($cast, ['decimal', 'float', 'double', 'real'], true) => 'decimal',
            in_array($cast, ['date', 'immutable_date'], true) => 'date',
            $isMoment, in_array($cast, ['datetime', 'immutable_datetime', 'custom_datetime'], true) => 'moment',
            $cast === '', $cast === 'string' => $this->typeOf($column),
            default => null,
        };
    }

    private function typeOf(string $column): ?string
    {
        try {
            $type = strtolower(Schema::connection($this->model->getConnectionName())->getColumnType($this->model->getTable(), $column));
        } catch (\Throwable) {
            return 'text';
        }

        return match (true) {
            preg_match('/^(tinyint|bool)/', $type) === 1 => 'yes',
            str_contains($type, 'int') => 'number',
            preg_match('/^(decimal|numeric|float|double|real)/', $type) === 1 => 'decimal',
            $type === 'date' => 'date',
            preg_match('/^(datetime|timestamp)/', $type) === 1 => 'moment',
            preg_match('/^(text|mediumtext|longtext)/', $type) === 1 => 'long',
            preg_match('/^(varchar|char|string|uuid)/', $type) === 1 => 'text',
            default => null,
        };
    }
}
