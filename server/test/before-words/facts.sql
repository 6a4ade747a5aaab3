PRAGMA foreign_keys=OFF;
BEGIN TRANSACTION;
CREATE TABLE feed (
  id INTEGER PRIMARY KEY,
  account_id TEXT NOT NULL,
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('report', 'orders', 'lots', 'journeys')),
  grain TEXT NOT NULL,
  action TEXT NOT NULL,
  headers TEXT NOT NULL,
  mapping TEXT NOT NULL,
  -- Grows with every import and every take-back; caches compare it.
  version INTEGER NOT NULL DEFAULT 0,
  UNIQUE (account_id, name)
) STRICT;
INSERT INTO feed VALUES(1,'5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','Ads','report','["campaign","group","ad"]','purchase','["Day","Campaign ID","Campaign","Ad group ID","Ad group","Ad ID","Ad","Impressions","Clicks","Spend","Purchases","Purchase value","Purchases by sale date","Ad status"]','{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[null,null,null,null,null,null,null,null,null,null,null,null,null,null],"steps":[],"columns":[{"role":"day"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"level","level":"group","part":"id"},{"role":"level","level":"group","part":"name"},{"role":"level","level":"ad","part":"id"},{"role":"level","level":"ad","part":"name"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"clicks"},{"role":"measure","measure":"spend"},{"role":"outcome","action":"purchase","part":"count","basis":"click"},{"role":"outcome","action":"purchase","part":"value","basis":"click"},{"role":"ignore"},{"role":"measure","measure":"running"}]}',4);
INSERT INTO feed VALUES(2,'5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','Hours','report','["campaign","device","hour"]','purchase','["Day","Hour","Campaign ID","Campaign","Device","Impressions","Clicks","Spend"]','{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"day"},{"role":"hour"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"dimension","dimension":"device"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"clicks"},{"role":"measure","measure":"spend"}]}',1);
INSERT INTO feed VALUES(3,'5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','Reach','report','["campaign"]','purchase','["Day","Campaign ID","Campaign","Impressions","People reached","People who clicked","Purchases people"]','{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"day"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"people reached"},{"role":"measure","measure":"people who clicked"},{"role":"outcome","action":"purchase","part":"people","basis":"click"}]}',1);
INSERT INTO feed VALUES(4,'5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','Settings','report','["campaign"]','purchase','["Day","Campaign ID","Campaign","Impressions","Daily budget","Impression share lost to budget"]','{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"day"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"daily budget"},{"role":"ignore"}]}',1);
INSERT INTO feed VALUES(5,'5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','Orders','orders','[]','purchase','["Order ID","Order time","Clicked at","Order value","Campaign tag"]','{"kind":"orders","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"order id"},{"role":"sale time"},{"role":"click time"},{"role":"order value"},{"role":"tag","level":"campaign"}]}',1);
INSERT INTO feed VALUES(6,'5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','Calls','orders','[]','lead','["Day","Code","Conversions","Revenue"]','{"kind":"orders","action":"lead","countedBy":"site","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"sale time"},{"role":"tag","level":"campaign"},{"role":"order count"},{"role":"order value"}]}',1);
CREATE TABLE feed_column (
  feed_id INTEGER NOT NULL REFERENCES feed (id),
  slot INTEGER NOT NULL CHECK (slot BETWEEN 0 AND 15),
  term TEXT NOT NULL,
  PRIMARY KEY (feed_id, slot),
  UNIQUE (feed_id, term)
) STRICT;
INSERT INTO feed_column VALUES(1,0,'impressions');
INSERT INTO feed_column VALUES(1,1,'clicks');
INSERT INTO feed_column VALUES(1,2,'spend');
INSERT INTO feed_column VALUES(1,3,'purchase.count.claims.click');
INSERT INTO feed_column VALUES(1,4,'purchase.value.claims.click');
INSERT INTO feed_column VALUES(1,5,'running');
INSERT INTO feed_column VALUES(2,0,'impressions');
INSERT INTO feed_column VALUES(2,1,'clicks');
INSERT INTO feed_column VALUES(2,2,'spend');
INSERT INTO feed_column VALUES(3,0,'impressions');
INSERT INTO feed_column VALUES(3,1,'people reached');
INSERT INTO feed_column VALUES(3,2,'people who clicked');
INSERT INTO feed_column VALUES(3,3,'purchase.people.claims.click');
INSERT INTO feed_column VALUES(4,0,'impressions');
INSERT INTO feed_column VALUES(4,1,'daily budget');
CREATE TABLE import (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  feed_id INTEGER NOT NULL REFERENCES feed (id),
  file_hash TEXT NOT NULL,
  file_name TEXT NOT NULL,
  imported_at TEXT NOT NULL,
  from_day INTEGER NOT NULL,
  to_day INTEGER NOT NULL,
  -- Where only hours are covered: the first and the last, as day × 24 + hour.
  first_hour INTEGER,
  last_hour INTEGER,
  -- Campaigns covered, as a JSON list of member ids; NULL for everything the account has.
  campaigns TEXT,
  rows INTEGER NOT NULL,
  bad_rows INTEGER NOT NULL,
  mapping TEXT NOT NULL,
  -- The headers the file had: a feed keeps only those of its newest file.
  headers TEXT NOT NULL DEFAULT '[]',
  taken_back_at TEXT,
  -- The feed's version right after that: while it stands the import can be brought back as it was.
  taken_back_version INTEGER,
  -- Who brought it in.
  person TEXT NOT NULL DEFAULT '',
  -- The job that made it; by it a job is known to be done whatever happens right after the commit.
  job TEXT
) STRICT;
INSERT INTO import VALUES(1,1,'b498358073b7cca4557974e1d1f4c50dfc3148100f4a36fa4fe2a5c7d9b8f947','Ads.csv','2026-10-31T20:33:12.020Z',20727,20736,NULL,NULL,NULL,40,0,'{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"day"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"level","level":"group","part":"id"},{"role":"level","level":"group","part":"name"},{"role":"level","level":"ad","part":"id"},{"role":"level","level":"ad","part":"name"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"clicks"},{"role":"measure","measure":"spend"},{"role":"outcome","action":"purchase","part":"count","basis":"click"},{"role":"outcome","action":"purchase","part":"value","basis":"click"},{"role":"ignore"},{"role":"measure","measure":"running"}]}','["Day","Campaign ID","Campaign","Ad group ID","Ad group","Ad ID","Ad","Impressions","Clicks","Spend","Purchases","Purchase value","Purchases by sale date","Ad status"]',NULL,NULL,'','c93900db-7ecc-4225-8c45-06e4f555c2c6');
INSERT INTO import VALUES(2,1,'3c0533e3a88d3d5493eebf113a8eb38bc4a3f5a6e6b6e815cccf69e9f207d333','Ads.csv','2026-10-31T20:33:12.128Z',20735,20736,NULL,NULL,NULL,8,0,'{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[null,null,null,null,null,null,null,null,null,null,null,null,null,null],"steps":[],"columns":[{"role":"day"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"level","level":"group","part":"id"},{"role":"level","level":"group","part":"name"},{"role":"level","level":"ad","part":"id"},{"role":"level","level":"ad","part":"name"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"clicks"},{"role":"measure","measure":"spend"},{"role":"outcome","action":"purchase","part":"count","basis":"click"},{"role":"outcome","action":"purchase","part":"value","basis":"click"},{"role":"ignore"},{"role":"measure","measure":"running"}]}','["Day","Campaign ID","Campaign","Ad group ID","Ad group","Ad ID","Ad","Impressions","Clicks","Spend","Purchases","Purchase value","Purchases by sale date","Ad status"]',NULL,NULL,'','fd1f5db0-6ed3-46fe-8492-76464822c769');
INSERT INTO import VALUES(3,1,'80327fe6b14fb5c916f8c6182c7353bdfe2769db8f5772dea488826db63c9cf6','Ads.csv','2026-10-31T20:33:12.227Z',20736,20736,NULL,NULL,NULL,4,0,'{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[null,null,null,null,null,null,null,null,null,null,null,null,null,null],"steps":[],"columns":[{"role":"day"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"level","level":"group","part":"id"},{"role":"level","level":"group","part":"name"},{"role":"level","level":"ad","part":"id"},{"role":"level","level":"ad","part":"name"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"clicks"},{"role":"measure","measure":"spend"},{"role":"outcome","action":"purchase","part":"count","basis":"click"},{"role":"outcome","action":"purchase","part":"value","basis":"click"},{"role":"ignore"},{"role":"measure","measure":"running"}]}','["Day","Campaign ID","Campaign","Ad group ID","Ad group","Ad ID","Ad","Impressions","Clicks","Spend","Purchases","Purchase value","Purchases by sale date","Ad status"]','2026-10-31T20:33:12.250Z',4,'','88641c29-9d33-4e31-b9a0-365f5a294378');
INSERT INTO import VALUES(4,2,'03c55c82117a02596ac4e6cc60af6798d4cd9273f3c38c4005ddd698a29b6f3a','Hours.csv','2026-10-31T20:33:12.340Z',20727,20736,NULL,NULL,NULL,40,0,'{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"day"},{"role":"hour"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"dimension","dimension":"device"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"clicks"},{"role":"measure","measure":"spend"}]}','["Day","Hour","Campaign ID","Campaign","Device","Impressions","Clicks","Spend"]',NULL,NULL,'','6daa2c62-4fd3-4160-b9f7-2f7c953474c1');
INSERT INTO import VALUES(5,3,'f0a40a880255e8388dcff976024672d9d9b4c5d41bd514fb9d094ac095c66604','Reach.csv','2026-10-31T20:33:12.445Z',20727,20736,NULL,NULL,NULL,10,0,'{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"day"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"people reached"},{"role":"measure","measure":"people who clicked"},{"role":"outcome","action":"purchase","part":"people","basis":"click"}]}','["Day","Campaign ID","Campaign","Impressions","People reached","People who clicked","Purchases people"]',NULL,NULL,'','d897b233-441d-4660-99e8-eb41d98f5d66');
INSERT INTO import VALUES(6,4,'ee2d5a89f51e7f9a9e043855103705f53c155c3e5eb53f35535a537fb74c6fa0','Settings.csv','2026-10-31T20:33:12.520Z',20727,20736,NULL,NULL,NULL,10,0,'{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"day"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"daily budget"},{"role":"ignore"}]}','["Day","Campaign ID","Campaign","Impressions","Daily budget","Impression share lost to budget"]',NULL,NULL,'','b7337079-176d-410b-a450-ebfaeff10ed6');
INSERT INTO import VALUES(7,5,'8e1e0800be0bc7dc218cc243b7d99067d3b0b281b9fc035720ff3a02801a23ab','Orders.csv','2026-10-31T20:33:12.604Z',20727,20736,NULL,NULL,NULL,10,0,'{"kind":"orders","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"order id"},{"role":"sale time"},{"role":"click time"},{"role":"order value"},{"role":"tag","level":"campaign"}]}','["Order ID","Order time","Clicked at","Order value","Campaign tag"]',NULL,NULL,'','668dd2b3-5319-4714-bc1a-ee3dc42ba886');
INSERT INTO import VALUES(8,6,'59656ef4b5dcfc374cbc97dc7ce1b960dbc26e8e875c26890f8f5d642a5411f8','Calls.csv','2026-10-31T20:33:12.675Z',20729,20730,NULL,NULL,NULL,2,0,'{"kind":"orders","action":"lead","countedBy":"site","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"sale time"},{"role":"tag","level":"campaign"},{"role":"order count"},{"role":"order value"}]}','["Day","Code","Conversions","Revenue"]',NULL,NULL,'','5507de08-6861-4ffb-82e4-fd0a65ab1c0d');
CREATE TABLE unread_line (
  import_id INTEGER NOT NULL REFERENCES import (id),
  day INTEGER,
  campaign_id INTEGER,
  lines INTEGER NOT NULL
) STRICT;
CREATE TABLE member (
  id INTEGER PRIMARY KEY,
  account_id TEXT NOT NULL,
  level TEXT NOT NULL,
  parent_id INTEGER NOT NULL,
  external_id TEXT NOT NULL,
  name TEXT NOT NULL,
  UNIQUE (account_id, level, parent_id, external_id)
) STRICT;
INSERT INTO member VALUES(1,'5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','campaign',0,'C1','JL_new_tea');
INSERT INTO member VALUES(2,'5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','campaign',0,'C2','JL_known_tea');
INSERT INTO member VALUES(3,'5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','group',1,'G1','Group 1');
INSERT INTO member VALUES(4,'5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','group',2,'G2','Group 2');
INSERT INTO member VALUES(5,'5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','ad',3,'A2','Ad 2');
INSERT INTO member VALUES(6,'5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','ad',3,'A4','Ad 4');
INSERT INTO member VALUES(7,'5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','ad',4,'A1','Ad 1');
INSERT INTO member VALUES(8,'5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','ad',4,'A3','Ad 3');
CREATE TABLE split (
  id INTEGER PRIMARY KEY,
  dimensions TEXT NOT NULL UNIQUE
) STRICT;
INSERT INTO split VALUES(0,'{}');
INSERT INTO split VALUES(1,'{"device":"desktop","hour":"08"}');
INSERT INTO split VALUES(2,'{"device":"desktop","hour":"20"}');
INSERT INTO split VALUES(3,'{"device":"phone","hour":"08"}');
INSERT INTO split VALUES(4,'{"device":"phone","hour":"20"}');
CREATE TABLE feed_row (
  id INTEGER PRIMARY KEY,
  feed_id INTEGER NOT NULL,
  day INTEGER NOT NULL,
  -- The last day it stands for; NULL for its day alone.
  to_day INTEGER,
  campaign_id INTEGER NOT NULL,
  member_id INTEGER NOT NULL,
  split_id INTEGER NOT NULL,
  since INTEGER NOT NULL,
  until INTEGER,
  -- Amounts known only within limits, as {"term": {"least", "most"}}, most null for open; their own columns hold NULL.
  limits TEXT,
  a0 INTEGER, a1 INTEGER, a2 INTEGER, a3 INTEGER, a4 INTEGER, a5 INTEGER, a6 INTEGER, a7 INTEGER,
  a8 INTEGER, a9 INTEGER, a10 INTEGER, a11 INTEGER, a12 INTEGER, a13 INTEGER, a14 INTEGER, a15 INTEGER
) STRICT;
INSERT INTO feed_row VALUES(1,1,20727,NULL,2,7,0,1,NULL,NULL,1010,21,11500000,1000000,25500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(2,1,20727,NULL,1,5,0,1,NULL,NULL,1020,22,12500000,2000000,50500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(3,1,20727,NULL,2,8,0,1,NULL,NULL,1030,23,13500000,0,500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(4,1,20727,NULL,1,6,0,1,NULL,NULL,1040,24,14500000,1000000,25500000,0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(5,1,20728,NULL,2,7,0,1,NULL,NULL,1010,21,11500000,1000000,25500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(6,1,20728,NULL,1,5,0,1,NULL,NULL,1020,22,12500000,2000000,50500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(7,1,20728,NULL,2,8,0,1,NULL,NULL,1030,23,13500000,0,500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(8,1,20728,NULL,1,6,0,1,NULL,NULL,1040,24,14500000,1000000,25500000,0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(9,1,20729,NULL,2,7,0,1,NULL,NULL,1010,21,11500000,1000000,25500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(10,1,20729,NULL,1,5,0,1,NULL,NULL,1020,22,12500000,2000000,50500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(11,1,20729,NULL,2,8,0,1,NULL,NULL,1030,23,13500000,0,500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(12,1,20729,NULL,1,6,0,1,NULL,NULL,1040,24,14500000,1000000,25500000,0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(13,1,20730,NULL,2,7,0,1,NULL,NULL,1010,21,11500000,1000000,25500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(14,1,20730,NULL,1,5,0,1,NULL,NULL,1020,22,12500000,2000000,50500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(15,1,20730,NULL,2,8,0,1,NULL,NULL,1030,23,13500000,0,500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(16,1,20730,NULL,1,6,0,1,NULL,NULL,1040,24,14500000,1000000,25500000,0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(17,1,20731,NULL,2,7,0,1,NULL,NULL,1010,21,11500000,1000000,25500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(18,1,20731,NULL,1,5,0,1,NULL,NULL,1020,22,12500000,2000000,50500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(19,1,20731,NULL,2,8,0,1,NULL,NULL,1030,23,13500000,0,500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(20,1,20731,NULL,1,6,0,1,NULL,NULL,1040,24,14500000,1000000,25500000,0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(21,1,20732,NULL,2,7,0,1,NULL,NULL,1010,21,11500000,1000000,25500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(22,1,20732,NULL,1,5,0,1,NULL,NULL,1020,22,12500000,2000000,50500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(23,1,20732,NULL,2,8,0,1,NULL,NULL,1030,23,13500000,0,500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(24,1,20732,NULL,1,6,0,1,NULL,NULL,1040,24,14500000,1000000,25500000,0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(25,1,20733,NULL,2,7,0,1,NULL,NULL,1010,21,11500000,1000000,25500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(26,1,20733,NULL,1,5,0,1,NULL,NULL,1020,22,12500000,2000000,50500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(27,1,20733,NULL,2,8,0,1,NULL,NULL,1030,23,13500000,0,500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(28,1,20733,NULL,1,6,0,1,NULL,NULL,1040,24,14500000,1000000,25500000,0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(29,1,20734,NULL,2,7,0,1,NULL,NULL,1010,21,11500000,1000000,25500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(30,1,20734,NULL,1,5,0,1,NULL,NULL,1020,22,12500000,2000000,50500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(31,1,20734,NULL,2,8,0,1,NULL,NULL,1030,23,13500000,0,500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(32,1,20734,NULL,1,6,0,1,NULL,NULL,1040,24,14500000,1000000,25500000,0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(33,1,20735,NULL,2,7,0,1,2,NULL,1010,21,11500000,1000000,25500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(34,1,20735,NULL,1,5,0,1,2,NULL,1020,22,12500000,2000000,50500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(35,1,20735,NULL,2,8,0,1,2,NULL,1030,23,13500000,0,500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(36,1,20735,NULL,1,6,0,1,2,NULL,1040,24,14500000,1000000,25500000,0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(37,1,20736,NULL,2,7,0,1,2,NULL,1010,21,11500000,1000000,25500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(38,1,20736,NULL,1,5,0,1,2,NULL,1020,22,12500000,2000000,50500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(39,1,20736,NULL,2,8,0,1,2,NULL,1030,23,13500000,0,500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(40,1,20736,NULL,1,6,0,1,2,NULL,1040,24,14500000,1000000,25500000,0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(41,1,20735,NULL,1,5,0,2,NULL,NULL,1020,22,14500000,2000000,50500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(42,1,20735,NULL,1,6,0,2,NULL,NULL,1040,24,16500000,1000000,25500000,0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(43,1,20735,NULL,2,7,0,2,NULL,NULL,1010,21,13500000,1000000,25500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(44,1,20735,NULL,2,8,0,2,NULL,NULL,1030,23,15500000,0,500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(45,1,20736,NULL,1,5,0,2,NULL,NULL,1020,22,14500000,2000000,50500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(46,1,20736,NULL,1,6,0,2,NULL,NULL,1040,24,16500000,1000000,25500000,0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(47,1,20736,NULL,2,7,0,2,NULL,NULL,1010,21,13500000,1000000,25500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(48,1,20736,NULL,2,8,0,2,NULL,NULL,1030,23,15500000,0,500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(49,1,20736,NULL,1,5,0,3,3,NULL,1020,22,92500000,2000000,50500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(50,1,20736,NULL,1,6,0,3,3,NULL,1040,24,94500000,1000000,25500000,0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(51,1,20736,NULL,2,7,0,3,3,NULL,1010,21,91500000,1000000,25500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(52,1,20736,NULL,2,8,0,3,3,NULL,1030,23,93500000,0,500000,1,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(53,2,20727,NULL,1,1,1,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(54,2,20727,NULL,1,1,2,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(55,2,20727,NULL,1,1,3,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(56,2,20727,NULL,1,1,4,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(57,2,20728,NULL,1,1,1,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(58,2,20728,NULL,1,1,2,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(59,2,20728,NULL,1,1,3,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(60,2,20728,NULL,1,1,4,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(61,2,20729,NULL,1,1,1,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(62,2,20729,NULL,1,1,2,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(63,2,20729,NULL,1,1,3,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(64,2,20729,NULL,1,1,4,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(65,2,20730,NULL,1,1,1,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(66,2,20730,NULL,1,1,2,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(67,2,20730,NULL,1,1,3,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(68,2,20730,NULL,1,1,4,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(69,2,20731,NULL,1,1,1,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(70,2,20731,NULL,1,1,2,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(71,2,20731,NULL,1,1,3,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(72,2,20731,NULL,1,1,4,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(73,2,20732,NULL,1,1,1,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(74,2,20732,NULL,1,1,2,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(75,2,20732,NULL,1,1,3,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(76,2,20732,NULL,1,1,4,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(77,2,20733,NULL,1,1,1,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(78,2,20733,NULL,1,1,2,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(79,2,20733,NULL,1,1,3,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(80,2,20733,NULL,1,1,4,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(81,2,20734,NULL,1,1,1,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(82,2,20734,NULL,1,1,2,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(83,2,20734,NULL,1,1,3,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(84,2,20734,NULL,1,1,4,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(85,2,20735,NULL,1,1,1,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(86,2,20735,NULL,1,1,2,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(87,2,20735,NULL,1,1,3,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(88,2,20735,NULL,1,1,4,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(89,2,20736,NULL,1,1,1,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(90,2,20736,NULL,1,1,2,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(91,2,20736,NULL,1,1,3,4,NULL,NULL,500,10,2000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(92,2,20736,NULL,1,1,4,4,NULL,NULL,500,10,5000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(93,3,20727,NULL,1,1,0,5,NULL,NULL,2000,101,1,1000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(94,3,20728,NULL,1,1,0,5,NULL,NULL,2000,102,2,1000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(95,3,20729,NULL,1,1,0,5,NULL,'{"people reached":{"least":0,"most":10}}',2000,NULL,3,1000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(96,3,20730,NULL,1,1,0,5,NULL,NULL,2000,104,4,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(97,3,20731,NULL,1,1,0,5,NULL,NULL,2000,105,5,1000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(98,3,20732,NULL,1,1,0,5,NULL,NULL,2000,106,6,1000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(99,3,20733,NULL,1,1,0,5,NULL,NULL,2000,107,7,1000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(100,3,20734,NULL,1,1,0,5,NULL,NULL,2000,108,8,1000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(101,3,20735,NULL,1,1,0,5,NULL,NULL,2000,109,9,1000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(102,3,20736,NULL,1,1,0,5,NULL,NULL,2000,110,10,1000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(103,4,20727,NULL,2,2,0,6,NULL,NULL,2000,20000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(104,4,20728,NULL,2,2,0,6,NULL,NULL,2000,20000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(105,4,20729,NULL,2,2,0,6,NULL,NULL,2000,20000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(106,4,20730,NULL,2,2,0,6,NULL,NULL,2000,20000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(107,4,20731,NULL,2,2,0,6,NULL,NULL,2000,30000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(108,4,20732,NULL,2,2,0,6,NULL,NULL,2000,30000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(109,4,20733,NULL,2,2,0,6,NULL,NULL,2000,30000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(110,4,20734,NULL,2,2,0,6,NULL,NULL,2000,30000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(111,4,20735,NULL,2,2,0,6,NULL,NULL,2000,30000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
INSERT INTO feed_row VALUES(112,4,20736,NULL,2,2,0,6,NULL,NULL,2000,30000000,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
CREATE TABLE order_row (
  id INTEGER PRIMARY KEY,
  feed_id INTEGER NOT NULL,
  external_id TEXT NOT NULL,
  sale_day INTEGER NOT NULL,
  click_day INTEGER,
  value INTEGER,
  tag_campaign TEXT,
  tag_ad TEXT,
  tag_keyword TEXT,
  tag_link TEXT,
  -- How many outcomes it stands for, in millionths; NULL for one.
  count INTEGER,
  since INTEGER NOT NULL,
  until INTEGER
) STRICT;
INSERT INTO order_row VALUES(1,5,'O1',20727,NULL,21000000,'C2',NULL,NULL,NULL,NULL,7,NULL);
INSERT INTO order_row VALUES(2,5,'O10',20736,20734,30000000,'C1',NULL,NULL,NULL,NULL,7,NULL);
INSERT INTO order_row VALUES(3,5,'O2',20728,NULL,22000000,'C1',NULL,NULL,NULL,NULL,7,NULL);
INSERT INTO order_row VALUES(4,5,'O3',20729,20727,23000000,NULL,NULL,NULL,NULL,NULL,7,NULL);
INSERT INTO order_row VALUES(5,5,'O4',20730,20728,24000000,'C1',NULL,NULL,NULL,NULL,7,NULL);
INSERT INTO order_row VALUES(6,5,'O5',20731,20729,25000000,'C2',NULL,NULL,NULL,NULL,7,NULL);
INSERT INTO order_row VALUES(7,5,'O6',20732,20730,26000000,NULL,NULL,NULL,NULL,NULL,7,NULL);
INSERT INTO order_row VALUES(8,5,'O7',20733,20731,27000000,'C2',NULL,NULL,NULL,NULL,7,NULL);
INSERT INTO order_row VALUES(9,5,'O8',20734,20732,28000000,'C1',NULL,NULL,NULL,NULL,7,NULL);
INSERT INTO order_row VALUES(10,5,'O9',20735,20733,29000000,NULL,NULL,NULL,NULL,NULL,7,NULL);
INSERT INTO order_row VALUES(11,6,'2026-10-03 | C1',20729,NULL,85000000,'C1',NULL,NULL,NULL,5000000,8,NULL);
INSERT INTO order_row VALUES(12,6,'2026-10-04 | nobody',20730,NULL,9000000,'nobody',NULL,NULL,NULL,2000000,8,NULL);
CREATE TABLE lot_row (
  id INTEGER PRIMARY KEY,
  feed_id INTEGER NOT NULL,
  external_id TEXT NOT NULL,
  day INTEGER NOT NULL,
  seller TEXT NOT NULL,
  price INTEGER NOT NULL,
  link TEXT NOT NULL,
  unit TEXT NOT NULL CHECK (unit IN ('clicks', 'views')),
  agreed INTEGER,
  delivered INTEGER,
  since INTEGER NOT NULL,
  until INTEGER
) STRICT;
CREATE TABLE touch_row (
  id INTEGER PRIMARY KEY,
  feed_id INTEGER NOT NULL,
  external_id TEXT NOT NULL,
  day INTEGER NOT NULL,
  journey TEXT NOT NULL,
  at TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('click', 'view')),
  source TEXT,
  tag_campaign TEXT,
  weight INTEGER NOT NULL,
  outcome_day INTEGER,
  since INTEGER NOT NULL,
  until INTEGER
) STRICT;
CREATE TABLE taken_back_row (
  import_id INTEGER NOT NULL REFERENCES import (id),
  row_id INTEGER NOT NULL,
  since INTEGER NOT NULL,
  until INTEGER,
  PRIMARY KEY (import_id, row_id)
) STRICT, WITHOUT ROWID;
INSERT INTO taken_back_row VALUES(3,45,2,3);
INSERT INTO taken_back_row VALUES(3,46,2,3);
INSERT INTO taken_back_row VALUES(3,47,2,3);
INSERT INTO taken_back_row VALUES(3,48,2,3);
INSERT INTO taken_back_row VALUES(3,49,3,NULL);
INSERT INTO taken_back_row VALUES(3,50,3,NULL);
INSERT INTO taken_back_row VALUES(3,51,3,NULL);
INSERT INTO taken_back_row VALUES(3,52,3,NULL);
CREATE INDEX import_feed ON import (feed_id);
CREATE INDEX import_job ON import (job);
CREATE INDEX unread_line_import ON unread_line (import_id);
CREATE INDEX feed_row_live ON feed_row (feed_id, day, member_id, split_id) WHERE until IS NULL;
CREATE INDEX feed_row_until ON feed_row (feed_id, until) WHERE until IS NOT NULL;
CREATE INDEX order_row_live ON order_row (feed_id, sale_day) WHERE until IS NULL;
CREATE INDEX order_row_id ON order_row (feed_id, external_id) WHERE until IS NULL;
CREATE INDEX order_row_until ON order_row (feed_id, until) WHERE until IS NOT NULL;
CREATE INDEX lot_row_live ON lot_row (feed_id, day) WHERE until IS NULL;
CREATE INDEX lot_row_id ON lot_row (feed_id, external_id) WHERE until IS NULL;
CREATE INDEX lot_row_until ON lot_row (feed_id, until) WHERE until IS NOT NULL;
CREATE INDEX touch_row_live ON touch_row (feed_id, day) WHERE until IS NULL;
CREATE INDEX touch_row_id ON touch_row (feed_id, external_id) WHERE until IS NULL;
CREATE INDEX touch_row_until ON touch_row (feed_id, until) WHERE until IS NOT NULL;
INSERT INTO sqlite_sequence VALUES('import',8);
COMMIT;
PRAGMA user_version = 1;
