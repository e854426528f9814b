// What the server tells the script of a board; StandingCodec and BoardPlaces write it.

/** How a sitting stands by its last entry; instants and spans in milliseconds. */
export interface Standing {
  /** The index of the stage it is in or before. */
  stage: number;
  where: 'at' | 'before' | 'handed-in' | 'declined' | 'ended';
  answered: number;
  part: number;
  /** When the clock that bites first runs out; or `left`, where it stands. */
  deadline?: number;
  left?: number;
  allowance?: number;
  pausedSince?: number;
  /** When the break that goes on ends by itself; 0 while it stands. */
  rest?: number;
  /** When the clock runs out that bites first after a break that ends by itself. */
  deadlineAfterRest?: number;
  overAt?: number;
  /** How often the window was left, how long together, and whether the invigilator is to be told. */
  away?: number;
  awayFor?: number;
  awayTold?: boolean;
  unread?: number;
  /** What the camera sees other than one face. */
  camera?: { view: string; since: number };
  /** What the station check showed that was made before the day. */
  checked?: { at: number; wanting: string[] };
  call?: { reason: string; since: number; note: string };
  door?: { kind: 'door' | 'report' | 'station'; since: number; why: string[]; note: string; needsSomebody: boolean };
}

/** A sitting on the board. */
export interface Place {
  sitting: number;
  chair: string;
  name: string;
  number: string;
  /** The number of its route among those of the board. */
  route: number;
  progress: 'before' | 'in-progress' | 'handed-in' | 'declined' | 'ended' | 'unreadable';
  held: number;
  /** Since when nothing is heard of its seat; 0 if it is. */
  lost: number;
  /** How many entries wait in its browser. */
  waiting: number;
  /** Whether its candidate has to wait before signing in. */
  locked: boolean;
  /** Who looks after somebody at home. */
  supervisor?: { name: string; phone: string };
  board: Partial<Standing> & { answered: number; stage: number };
}

export interface Route {
  questions: number;
  /** Whether a clock runs for the questions, and whether the door opens by itself at an hour. */
  clocked: boolean;
  scheduled: boolean;
  stages: { kind: string; title: string; weight: number }[];
}

/** Something that somebody is needed for. */
export interface Said {
  kind: string;
  since: number;
  why?: string[];
  note?: string;
  count?: number;
}

export interface BoardData {
  address: string;
  now: number;
  zone: string;
  locale: string;
  acts: boolean;
  code: string;
  reentry: boolean;
  words: Record<string, string>;
  plan?: { rows: number; columns: number; chairs: string[] };
}
