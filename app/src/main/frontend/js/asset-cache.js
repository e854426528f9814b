// Where what pages are made of is kept for times without a network; their names hold a hash, so none grows old.
export const ASSETS = 'ledger-assets';
