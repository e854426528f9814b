-- How a paper is practised in a sitting; empty for one that is sat.
alter table sitting add column practised varchar(16) not null default '';

-- What practice came to that was handed in, so that nobody has to read its ledger again.
create table practice_run (
    sitting bigint primary key references sitting (id),
    candidate varchar(32) not null,
    handed_in_at timestamp(6) with time zone not null,
    run varchar(16384) not null
);
create index practice_run_of_candidate on practice_run (candidate, handed_in_at);
