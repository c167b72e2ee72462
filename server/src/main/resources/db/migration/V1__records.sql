-- Everything a desk keeps. Ids come from one sequence, fifty at a time, so that inserts can travel in batches.
create sequence record_seq start with 1 nocache increment by 50;

create table account (
  id            bigint       not null primary key,
  name          varchar(60)  not null unique,
  password_hash varchar(100) not null,
  created_at    datetime(6)  not null
);

create table model (
  id         bigint       not null primary key,
  maker      varchar(80)  not null,
  name       varchar(80)  not null,
  kind       varchar(10)  not null,
  year       int,
  created_at datetime(6)  not null,
  unique key model_name (maker, name)
);

create table unit (
  id       bigint      not null primary key,
  model_id bigint      not null,
  label    varchar(60) not null,
  unique key unit_label (model_id, label),
  constraint unit_of_model foreign key (model_id) references model (id)
);

create table setup (
  id          bigint       not null primary key,
  unit_id     bigint       not null,
  ordinal     int          not null,
  name        varchar(80)  not null,
  parent_id   bigint,
  tuned       bit          not null,
  fingerprint char(64)     not null,
  created_at  datetime(6)  not null,
  unique key setup_name (unit_id, name),
  constraint setup_of_unit foreign key (unit_id) references unit (id),
  constraint setup_parent foreign key (parent_id) references setup (id)
);

create table setup_fact (
  setup_id   bigint       not null,
  fact_key   varchar(60)  not null,
  fact_value varchar(200),
  unit       varchar(20)  not null,
  origin     varchar(8)   not null,
  reason     varchar(200) not null,
  primary key (setup_id, fact_key),
  key fact_value (fact_key, fact_value),
  constraint fact_of_setup foreign key (setup_id) references setup (id)
);

create table suite (
  id         bigint       not null primary key,
  suite_key  varchar(40)  not null,
  version    varchar(20)  not null,
  sheet      longtext     not null,
  created_at datetime(6)  not null,
  unique key suite_version (suite_key, version)
);

create table metric (
  id         bigint      not null primary key,
  suite_id   bigint      not null,
  metric_key varchar(60) not null,
  ordinal    int         not null,
  unique key metric_key (suite_id, metric_key),
  constraint metric_of_suite foreign key (suite_id) references suite (id)
);

create table sitting (
  id        bigint      not null primary key,
  setup_id  bigint      not null,
  opened_at datetime(6) not null,
  closed_at datetime(6),
  key open_sittings (closed_at, opened_at),
  constraint sitting_setup foreign key (setup_id) references setup (id)
);

create table sitting_suite (
  sitting_id bigint not null,
  ordinal    int    not null,
  suite_id   bigint not null,
  primary key (sitting_id, ordinal),
  constraint planned_in foreign key (sitting_id) references sitting (id),
  constraint planned_suite foreign key (suite_id) references suite (id)
);

create table run (
  id             uuid          not null primary key,
  setup_id       bigint        not null,
  suite_id       bigint        not null,
  sitting_id     bigint,
  state          varchar(10)   not null,
  reason         varchar(500),
  started_at     datetime(6)   not null,
  ended_at       datetime(6)   not null,
  received_at    datetime(6)   not null,
  sender         varchar(40)   not null,
  sender_version varchar(40)   not null,
  work_size      varchar(10)   not null,
  note           varchar(4000),
  facts          longtext,
  content_hash   char(64)      not null,
  revision       bigint        not null,
  key run_by_time (started_at),
  key run_by_revision (revision),
  key run_by_setup (setup_id, suite_id),
  constraint run_setup foreign key (setup_id) references setup (id),
  constraint run_suite foreign key (suite_id) references suite (id),
  constraint run_sitting foreign key (sitting_id) references sitting (id)
);

create table reading (
  run_id     uuid        not null,
  metric_id  bigint      not null,
  text       varchar(40) not null,
  value      double      not null,
  resolution double      not null,
  computed   bit         not null,
  primary key (run_id, metric_id),
  constraint reading_of_run foreign key (run_id) references run (id),
  constraint reading_metric foreign key (metric_id) references metric (id)
);

create table run_sample (
  run_id    uuid     not null,
  metric_id bigint   not null,
  samples   longtext not null,
  primary key (run_id, metric_id),
  constraint sample_of_run foreign key (run_id) references run (id),
  constraint sample_metric foreign key (metric_id) references metric (id)
);

create table run_event (
  id     bigint       not null primary key,
  run_id uuid         not null,
  at     datetime(6)  not null,
  what   varchar(20)  not null,
  who    varchar(120) not null,
  reason varchar(500),
  key event_of_run (run_id, at),
  constraint event_run foreign key (run_id) references run (id)
);

create table pairing_code (
  code       char(6)     not null primary key,
  sitting_id bigint      not null,
  created_at datetime(6) not null,
  expires_at datetime(6) not null,
  used_at    datetime(6),
  constraint code_sitting foreign key (sitting_id) references sitting (id)
);

create table access_token (
  token_hash char(64)    not null primary key,
  scope      varchar(8)  not null,
  name       varchar(80) not null,
  sitting_id bigint,
  created_at datetime(6) not null,
  expires_at datetime(6),
  constraint token_sitting foreign key (sitting_id) references sitting (id)
);

-- Counts up with every change to the accepted runs; a server whose own number is older reads what changed since.
create table score_revision (
  id       int    not null primary key,
  revision bigint not null
);
insert into score_revision values (1, 0);

create table SPRING_SESSION (
  primary_id            char(36)     not null primary key,
  session_id            char(36)     not null unique,
  creation_time         bigint       not null,
  last_access_time      bigint       not null,
  max_inactive_interval int          not null,
  expiry_time           bigint       not null,
  principal_name        varchar(100),
  key session_expiry (expiry_time),
  key session_principal (principal_name)
);

create table SPRING_SESSION_ATTRIBUTES (
  session_primary_id char(36)     not null,
  attribute_name     varchar(200) not null,
  attribute_bytes    longblob     not null,
  primary key (session_primary_id, attribute_name),
  constraint attribute_of_session foreign key (session_primary_id) references SPRING_SESSION (primary_id) on delete cascade
);
