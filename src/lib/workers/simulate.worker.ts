import { simulate, type Estimate, type Simulation, type Spreads } from '../core/estimate';

export interface SimulationRequest {
	estimate: Estimate;
	spreads: Spreads;
	draws: number;
	seed: number;
}
export type SimulationAnswer = { progress: number } | { done: Simulation } | { problem: string };

/** Computes a simulation off the page, and tells how far it is. */
self.onmessage = (e: MessageEvent<SimulationRequest>) => {
	const say = (answer: SimulationAnswer) => self.postMessage(answer);
	try {
		const { estimate, ...options } = e.data;
		say({ done: simulate(estimate, { ...options, progress: (progress) => say({ progress }) }) });
	} catch (problem) {
		say({ problem: (problem as Error).message });
	}
};
