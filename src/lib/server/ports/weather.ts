/** What the weather was, or will be, at a place on a day: a few words for a daily log. Null where nobody knows. */
export interface WeatherPort {
	readonly name: string;
	on(place: { lat: number; lng: number }, day: string): Promise<string | null>;
}

const MOST = 200;

/** A service over HTTPS: GET with lat, lng and day; answers {"weather": "…"} as JSON. What it cannot say stays unsaid: no log waits for it. */
export function webWeather(url: string): WeatherPort {
	return {
		name: 'weather service',
		async on({ lat, lng }, day) {
			const asked = new URL(url);
			for (const [k, v] of Object.entries({ lat: lat.toFixed(3), lng: lng.toFixed(3), day })) asked.searchParams.set(k, v);
			const r = await fetch(asked, { signal: AbortSignal.timeout(4_000) }).catch(() => null);
			const said = r?.ok ? ((await r.json().catch(() => null)) as { weather?: unknown } | null) : null;
			return typeof said?.weather === 'string' ? said.weather.slice(0, MOST) : null;
		}
	};
}

const SKIES = ['clear', 'some clouds', 'overcast', 'light rain', 'showers', 'wind from the sea'];
/** Usual highs of each month on this coast, in °F. */
const HIGHS = [37, 39, 46, 56, 66, 75, 81, 80, 73, 62, 51, 42];

/** The shipped stand-in: the usual weather of the month, a little different each day and the same whenever it is asked. */
export function standInWeather(): WeatherPort {
	return {
		name: 'stand-in weather',
		on({ lat, lng }, day) {
			const seed = [...`${day} ${lat.toFixed(1)} ${lng.toFixed(1)}`].reduce((a, c) => (a * 31 + c.charCodeAt(0)) % 9973, 7);
			const high = (HIGHS[Number(day.slice(5, 7)) - 1] ?? 60) + (seed % 13) - 6;
			return Promise.resolve(`${high} °F, ${SKIES[seed % SKIES.length]}`);
		}
	};
}
