import { suggestRounds, type Suggestion, type Wish } from '../core/rounds';
import { wordsOf } from '../core/refusal';

export type RoundsAnswer = { share: number } | { suggestion: Suggestion; byHand: Suggestion | null } | { problem: string };

/** Puts sites into rounds off the page's own thread; how far it is comes along the way. */
self.onmessage = ({ data }: MessageEvent<Wish>) => {
	const say = (answer: RoundsAnswer) => self.postMessage(answer);
	try {
		say(suggestRounds(data, (share) => say({ share })));
	} catch (e) {
		say({ problem: wordsOf(e) });
	}
};
