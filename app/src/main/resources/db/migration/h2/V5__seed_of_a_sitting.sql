-- What a candidate's items and the order of options are drawn with.
alter table sitting add column seed integer not null default 0;
