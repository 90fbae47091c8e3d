-- The schema and the account that owns it; the other account, which the pages use, is made by `north-hinge prepare`.
-- CHANGE the password, here and in settings.env, then: mariadb < deploy/database.sql
CREATE DATABASE north_hinge CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci;
CREATE USER north_hinge_owner@localhost IDENTIFIED BY 'CHANGE';
GRANT ALL ON `north\_hinge%`.* TO north_hinge_owner@localhost WITH GRANT OPTION;
GRANT CREATE USER, RELOAD, PROCESS ON *.* TO north_hinge_owner@localhost;
