-- By what the signing key can be told from others: all nodes of one database must have the same.
create table signing_key (
    id integer primary key,
    fingerprint varchar(64) not null
);
