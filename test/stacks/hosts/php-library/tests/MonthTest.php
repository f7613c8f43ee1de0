<?php declare(strict_types=1);

namespace Society\Calendar\Tests;

use PHPUnit\Framework\TestCase;
use Society\Calendar\Month;

final class MonthTest extends TestCase
{
	public function testPeasAreSownInMarch(): void
	{
		self::assertTrue(Month::March->sows('peas'));
		self::assertFalse(Month::April->sows('peas'));
	}
}
