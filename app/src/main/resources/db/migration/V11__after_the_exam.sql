-- What was decided about the key of an exam's paper, each version whole; version 1 is the paper's own and stands nowhere.
create table key_version (
    exam bigint not null references exam (id),
    version integer not null,
    decided_at timestamp(6) with time zone not null,
    decided_by varchar(32) not null,
    reason varchar(400) not null,
    corrections varchar(262144) not null,
    primary key (exam, version)
);
alter table result_version add column key_version integer default 1 not null;

-- Who is no part of the cohort of an exam, and gets no result, until they are taken in again.
create table left_out (
    sitting bigint primary key references sitting (id),
    left_out_at timestamp(6) with time zone not null,
    left_out_by varchar(32) not null,
    reason varchar(400) not null,
    taken_in_at timestamp(6) with time zone
);
