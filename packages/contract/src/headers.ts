/** Header by which a fresh proof of identity comes with the act it was given for. */
export const PROOF_HEADER = 'x-kanzel-proof';
