-- Which questions of a paper are practised in a sitting; empty for all.
alter table sitting add column practice_set varchar(65536) not null default '';

-- How each question went in practice that was handed in.
create table practice_answer (
    sitting bigint not null references sitting (id),
    item varchar(64) not null,
    paper varchar(64) not null,
    outcome varchar(16) not null,
    marked boolean not null,
    spent_millis bigint not null,
    primary key (sitting, item)
);
create index practice_answer_of_item on practice_answer (paper, item);

-- What runs came to is worked out again when somebody looks, with their answers.
delete from practice_run;

-- What a candidate gives to an answer of their own that a person would mark; it counts nowhere.
create table practice_own_mark (
    sitting bigint not null references sitting (id),
    item varchar(64) not null,
    marks varchar(32) not null,
    primary key (sitting, item)
);
