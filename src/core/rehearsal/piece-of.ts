import { given } from '#core/given';
import type { Hand } from '#core/guidance';

/** The piece that a hand turns or lifts. @throws NotGiven for a pour */
export const pieceOf = ({ pieceId }: Hand): string => given(pieceId, 'what is turned or lifted lies somewhere');
