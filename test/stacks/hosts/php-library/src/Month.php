<?php declare(strict_types=1);

namespace Society\Calendar;

enum Month: int
{
	case March = 3;
	case April = 4;

	public function sows(string $seed): bool
	{
		return match ($this) {
			self::March => in_array($seed, ['peas', 'radish'], true),
			self::April => $seed === 'beans',
		};
	}
}
