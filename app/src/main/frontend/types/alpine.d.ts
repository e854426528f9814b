// What of Alpine is used here; its own package has no types.
declare const Alpine: {
  data(name: string, make: () => Record<string, any>): void;
  start(): void;
  stopObservingMutations(): void;
};
export default Alpine;
