-- For a PostgreSQL of your own: two users and a database for them. Run it once as a superuser, with two passwords that you choose:
--   psql -v owner_password=… -v app_password=… -f scripts/sql/roles.sql
-- then lay down the guard in the database it made:
--   psql -d awlbright -f scripts/sql/evidenceGuard.sql
create role awlbright_owner login password :'owner_password';
create role awlbright_app login password :'app_password';
grant awlbright_app to awlbright_owner;
create database awlbright owner awlbright_owner encoding 'UTF8' template template0;
\connect awlbright
revoke create on schema public from public;
alter schema public owner to awlbright_owner;
