/** Whether the long proofs run whole, as by `npm run prove`. */
export const isProof = process.env['PROVE'] === '1';

/** How often a long proof runs, or how much it must have seen: a tenth in `npm test`, all of it in `npm run prove`. */
export const proofRuns = (whole: number): number => (isProof ? whole : Math.ceil(whole / 10));
