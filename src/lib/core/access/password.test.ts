import { describe, expect, it } from 'vitest';
import { checkPassword } from '.';

const person = { name: 'Imogen Tarrant', mail: 'imogen@pellgrave.example' };
const common = (p: string) => p === 'password123' || p === 'qwertyuiop';

describe('a password', () => {
	it.each([
		['short', 'at least 10'],
		['Password123', 'tried first'],
		['QWERTYUIOP', 'tried first'],
		['aaaaaaaaaaaa', 'too few'],
		['imogen@pellgrave.example', 'your own'],
		['ImogenTarrant', 'your own'],
		['imogentarrant2027', 'your own'],
		['x'.repeat(100) + 'abcdefg'.repeat(20), 'at most 200']
	])('“%s” is refused in words beside its field: %s', (password, says) => {
		const check = () => checkPassword(password, person, common);
		expect(check).toThrow(says);
		expect(check).toThrow(expect.objectContaining({ field: 'password' }));
	});
	it.each(['three gulls on a roof', 'nickel-yard', 'Zäune & Dächer'])('“%s” is taken', (password) => {
		expect(() => checkPassword(password, person, common)).not.toThrow();
	});
});
