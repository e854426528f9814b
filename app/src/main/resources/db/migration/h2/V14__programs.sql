-- How programs ended in the cases that judge them, by the hashes of both; see docs/PROGRAMS.md.

create table judged_case (
    program char(64) not null,
    case_hash char(64) not null,
    ending varchar(20) not null,
    judged_at timestamp(6) with time zone not null,
    primary key (program, case_hash)
);
