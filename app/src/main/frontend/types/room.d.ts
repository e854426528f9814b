// Written by RoomShapeTest from what RoomCodec writes. After a change, copy target/room.d.ts here.

/** A sitting as the room shows it; spans and instants in milliseconds. */
export type Room = {
  arrival: {
    language?: string;
    leavable?: number;
    opens?: number;
    report?: string;
    triesLeft?: number;
    waiting?: string[];
    wanting?: string[];
  };
  breakGiven: boolean;
  breaks?: {
    next: number;
    seals: string[];
  };
  clocks: ({
    allowance: number;
    box?: string;
    deadline?: number;
    kind: string;
    left: number;
    title: string;
    used: number;
    warnings: number[];
  })[];
  closableFrom?: number;
  endWanted: boolean;
  exhibits: string[];
  first?: string;
  help?: {
    answeredAt?: number;
    calledAt: number;
    person?: string;
    reason: string;
    words?: string;
  };
  inView?: string;
  inViewSpent?: number;
  mayHideClock: boolean;
  messages: ({
    id: string;
    read: boolean;
    sentAt: number;
    words: string;
  })[];
  now: number;
  pace?: number;
  panels: string[];
  pauseWords?: string;
  paused: boolean;
  position: {
    at?: string;
    before?: string;
    over?: string;
  };
  presence: string;
  refusals: ({
    entry: string;
    verdict: string;
  })[];
  seat?: string;
  stages: ({
    ended: string;
    endedAt: number;
    id: string;
    openedAt: number;
    used: number;
  })[];
  tightestClock?: {
    allowance: number;
    box?: string;
    deadline?: number;
    kind: string;
    left: number;
    title: string;
    used: number;
    warnings: number[];
  };
  tools: string[];
  totals: Record<string, {
    answered: number;
    blank: number;
    marked: number;
    notOpened: number;
    part: number;
    percent: number;
    questions: number;
    unanswered: number;
    withoutFullAnswer: number;
  }>;
  view: string;
  walk?: {
    items: string[];
    subset: string;
  };
  warned: ({
    at: number;
    box?: string;
    left: number;
  })[];
  watch?: {
    camera?: {
      from: number;
      patience: number;
      seen: string;
      to: number;
    };
    counted: number;
    fullScreen: boolean;
    last: number;
    staying: boolean;
    then: string;
    unread: number;
    warnings: number;
  };
};

/** A question as its cell and its sheet show it. */
export type Question = {
  entered: boolean;
  fullLabel: string;
  id: string;
  label: string;
  marked: boolean;
  playsLeft: Record<string, number>;
  programs: Record<string, {
    aside: Record<string, string>;
    current?: boolean;
    passed?: number;
    tried?: number;
  }>;
  responses: Record<string, string[]>;
  seal: string;
  spent: number;
  status: string;
  struck: Record<string, string[]>;
  triesLeft?: number;
};
