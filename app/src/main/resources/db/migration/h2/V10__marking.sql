-- What markers have entered: a chained ledger for each exam, of which no line is ever changed.
create table marking_line (
    exam bigint not null references exam (id),
    seq integer not null,
    line varchar(16384) not null,
    hash varchar(64) not null,
    primary key (exam, seq)
);

-- What the marks of a cohort came to when somebody had it worked out; no version is ever changed.
create table result_version (
    exam bigint not null references exam (id),
    version integer not null,
    worked_out_at timestamp(6) with time zone not null,
    worked_out_by varchar(32) not null,
    fixed boolean not null,
    primary key (exam, version)
);
create table result (
    exam bigint not null,
    version integer not null,
    sitting bigint not null references sitting (id),
    candidate varchar(64) not null,
    score varchar(64) not null,
    most varchar(64) not null,
    percentile varchar(64) not null,
    outcome varchar(16) not null,
    grade varchar(200) not null,
    scaled varchar(32) not null,
    sections varchar(8192) not null,
    primary key (exam, version, sitting),
    foreign key (exam, version) references result_version (exam, version)
);
create index result_by_candidate on result (exam, version, candidate);

-- What was certified. One that is worked out from a later version of the results takes the place of the one before.
create table certificate (
    number varchar(16) primary key,
    exam bigint not null,
    version integer not null,
    sitting bigint not null references sitting (id),
    payload varchar(4096) not null,
    signature varchar(128) not null,
    withdrawn_at timestamp(6) with time zone,
    withdrawn_by varchar(32) default '' not null,
    unique (exam, version, sitting),
    foreign key (exam, version) references result_version (exam, version)
);
create index certificate_of_sitting on certificate (sitting);
