/** A colour of the sRGB space, each part from 0 to 255. */
export interface Colour {
  red: number;
  green: number;
  blue: number;
}

/** Reads a colour in its hexadecimal notation, of three or six digits (CSS Color 4, section 5.2); undefined for any other text. */
export function readHex(text: string): Colour | undefined {
  const [, digits = ''] = /^#([0-9a-f]{3}|[0-9a-f]{6})$/i.exec(text) ?? [];
  if (digits === '') return undefined;
  const whole = digits.length === 3 ? digits.replaceAll(/./g, '$&$&') : digits;
  const part = (at: number): number => Number.parseInt(whole.slice(at, at + 2), 16);
  return { red: part(0), green: part(2), blue: part(4) };
}

/** The contrast of two colours, from 1 to 21 (WCAG 2.2, "contrast ratio" and "relative luminance"). */
export function contrastOf(one: Colour, other: Colour): number {
  const [lighter = 0, darker = 0] = [luminance(one), luminance(other)].sort((a, b) => b - a);
  return (lighter + 0.05) / (darker + 0.05);
}

function luminance({ red, green, blue }: Colour): number {
  const [r = 0, g = 0, b = 0] = [red, green, blue].map((part) => {
    const share = part / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

const BLACK = { code: '#000000', colour: { red: 0, green: 0, blue: 0 } };
const WHITE = { code: '#ffffff', colour: { red: 255, green: 255, blue: 255 } };

/** Black or white, whichever can be read better on a colour, and its contrast. One of the two has always 4.5 or more. */
export function readableOn(colour: Colour): { code: string; name: 'black' | 'white'; contrast: number } {
  const [black, white] = [contrastOf(colour, BLACK.colour), contrastOf(colour, WHITE.colour)];
  return white >= black
    ? { code: WHITE.code, name: 'white', contrast: white }
    : { code: BLACK.code, name: 'black', contrast: black };
}
