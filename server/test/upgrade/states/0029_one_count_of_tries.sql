/*M!999999\- enable the sandbox mode */ 
-- MariaDB dump 10.19  Distrib 10.11.19-MariaDB, for debian-linux-gnu (x86_64)
--
--
-- ------------------------------------------------------
-- Server version	10.11.19-MariaDB-0+deb12u1

/*!40101 SET @OLD_CHARACTER_SET_CLIENT=@@CHARACTER_SET_CLIENT */;
/*!40101 SET @OLD_CHARACTER_SET_RESULTS=@@CHARACTER_SET_RESULTS */;
/*!40101 SET @OLD_COLLATION_CONNECTION=@@COLLATION_CONNECTION */;
/*!40101 SET NAMES utf8mb4 */;
/*!40103 SET @OLD_TIME_ZONE=@@TIME_ZONE */;
/*!40103 SET TIME_ZONE='+00:00' */;
/*!40014 SET @OLD_UNIQUE_CHECKS=@@UNIQUE_CHECKS, UNIQUE_CHECKS=0 */;
/*!40014 SET @OLD_FOREIGN_KEY_CHECKS=@@FOREIGN_KEY_CHECKS, FOREIGN_KEY_CHECKS=0 */;
/*!40101 SET @OLD_SQL_MODE=@@SQL_MODE, SQL_MODE='NO_AUTO_VALUE_ON_ZERO' */;
/*!40111 SET @OLD_SQL_NOTES=@@SQL_NOTES, SQL_NOTES=0 */;

--
-- Table structure for table `answers`
--

DROP TABLE IF EXISTS `answers`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `answers` (
  `candidate_id` bigint(20) unsigned NOT NULL,
  `scoresheet_id` bigint(20) unsigned NOT NULL,
  `key` varchar(60) NOT NULL,
  `choice` varchar(60) NOT NULL,
  `evidence` varchar(2000) NOT NULL DEFAULT '',
  `day` date NOT NULL,
  `version` int(11) NOT NULL DEFAULT 1,
  `done_by` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`candidate_id`,`scoresheet_id`,`key`),
  KEY `answers_scoresheet_id_scoresheets_id_fk` (`scoresheet_id`),
  KEY `answers_done_by_people_id_fk` (`done_by`),
  CONSTRAINT `answers_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `answers_done_by_people_id_fk` FOREIGN KEY (`done_by`) REFERENCES `people` (`id`) ON DELETE SET NULL ON UPDATE NO ACTION,
  CONSTRAINT `answers_scoresheet_id_scoresheets_id_fk` FOREIGN KEY (`scoresheet_id`) REFERENCES `scoresheets` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `answers`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `answers` WRITE;
/*!40000 ALTER TABLE `answers` DISABLE KEYS */;
INSERT INTO `answers` VALUES
(1,1,'curable','both','Two makers agreed.','2026-11-01',1,NULL),
(1,1,'no-patent','pass','Register searched.','2026-11-02',1,NULL);
/*!40000 ALTER TABLE `answers` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `basket_terms`
--

DROP TABLE IF EXISTS `basket_terms`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `basket_terms` (
  `candidate_id` bigint(20) unsigned NOT NULL,
  `term_id` bigint(20) unsigned NOT NULL,
  `added_on` date NOT NULL,
  PRIMARY KEY (`candidate_id`,`term_id`),
  KEY `basket_terms_term_id_search_terms_id_fk` (`term_id`),
  CONSTRAINT `basket_terms_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `basket_terms_term_id_search_terms_id_fk` FOREIGN KEY (`term_id`) REFERENCES `search_terms` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `basket_terms`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `basket_terms` WRITE;
/*!40000 ALTER TABLE `basket_terms` DISABLE KEYS */;
/*!40000 ALTER TABLE `basket_terms` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `before_orders`
--

DROP TABLE IF EXISTS `before_orders`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `before_orders` (
  `candidate_id` bigint(20) unsigned NOT NULL,
  `document` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`document`)),
  `version` int(11) NOT NULL DEFAULT 1,
  PRIMARY KEY (`candidate_id`),
  CONSTRAINT `before_orders_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `before_orders`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `before_orders` WRITE;
/*!40000 ALTER TABLE `before_orders` DISABLE KEYS */;
INSERT INTO `before_orders` VALUES
(3,'{\"format\":\"cold-kettle/before-order\",\"begins\":null,\"lines\":[{\"key\":\"sample\",\"what\":\"Order a sample\",\"who\":\"me\",\"days\":21,\"after\":[],\"note\":\"\",\"done\":null}]}',1);
/*!40000 ALTER TABLE `before_orders` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `brand_judgements`
--

DROP TABLE IF EXISTS `brand_judgements`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `brand_judgements` (
  `marketplace_id` varchar(40) NOT NULL,
  `brand` varchar(120) NOT NULL,
  `known` enum('yes','no','unsure') NOT NULL,
  `note` varchar(400) NOT NULL DEFAULT '',
  `day` date NOT NULL,
  `version` int(11) NOT NULL DEFAULT 1,
  PRIMARY KEY (`marketplace_id`,`brand`),
  CONSTRAINT `brand_judgements_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `brand_judgements`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `brand_judgements` WRITE;
/*!40000 ALTER TABLE `brand_judgements` DISABLE KEYS */;
/*!40000 ALTER TABLE `brand_judgements` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `briefs`
--

DROP TABLE IF EXISTS `briefs`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `briefs` (
  `candidate_id` bigint(20) unsigned NOT NULL,
  `document` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`document`)),
  `version` int(11) NOT NULL DEFAULT 1,
  PRIMARY KEY (`candidate_id`),
  CONSTRAINT `briefs_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `briefs`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `briefs` WRITE;
/*!40000 ALTER TABLE `briefs` DISABLE KEYS */;
INSERT INTO `briefs` VALUES
(1,'{\"format\":\"cold-kettle/brief\",\"lines\":[]}',3);
/*!40000 ALTER TABLE `briefs` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `candidate_log`
--

DROP TABLE IF EXISTS `candidate_log`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `candidate_log` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `candidate_id` bigint(20) unsigned NOT NULL,
  `kind` enum('stage','note','line-up','answer') NOT NULL,
  `text` text NOT NULL,
  `day` date NOT NULL,
  `stage` enum('found','watched','weighed','shortlisted','chosen','dropped') DEFAULT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `done_by` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `candidate_log_candidate` (`candidate_id`),
  KEY `candidate_log_done_by_people_id_fk` (`done_by`),
  CONSTRAINT `candidate_log_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `candidate_log_done_by_people_id_fk` FOREIGN KEY (`done_by`) REFERENCES `people` (`id`) ON DELETE SET NULL ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=3 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `candidate_log`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `candidate_log` WRITE;
/*!40000 ALTER TABLE `candidate_log` DISABLE KEYS */;
INSERT INTO `candidate_log` VALUES
(1,1,'stage','Started.','2026-10-01','found','2026-12-02 15:49:31.513',NULL),
(2,1,'note','It’s \"light\"; a sample is due.','2026-10-05',NULL,'2026-12-02 15:49:31.513',NULL);
/*!40000 ALTER TABLE `candidate_log` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `candidates`
--

DROP TABLE IF EXISTS `candidates`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `candidates` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `name` varchar(160) NOT NULL,
  `anchor_id` bigint(20) unsigned NOT NULL,
  `stage` enum('found','watched','weighed','shortlisted','chosen','dropped') NOT NULL DEFAULT 'found',
  `drop_reason` varchar(400) DEFAULT NULL,
  `look_again_on` date DEFAULT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `costing_id` bigint(20) unsigned DEFAULT NULL,
  `wait_for` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`wait_for`)),
  `launch_month` varchar(7) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `candidates_anchor_id_listings_id_fk` (`anchor_id`),
  KEY `candidates_market` (`marketplace_id`),
  KEY `candidates_costing_id_costings_id_fk` (`costing_id`),
  CONSTRAINT `candidates_anchor_id_listings_id_fk` FOREIGN KEY (`anchor_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `candidates_costing_id_costings_id_fk` FOREIGN KEY (`costing_id`) REFERENCES `costings` (`id`) ON DELETE SET NULL ON UPDATE NO ACTION,
  CONSTRAINT `candidates_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=4 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `candidates`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `candidates` WRITE;
/*!40000 ALTER TABLE `candidates` DISABLE KEYS */;
INSERT INTO `candidates` VALUES
(1,'cove','Maple spindle',1,'watched',NULL,'2026-12-24','2026-12-02 15:49:31.509',1,'{\"measure\":\"units\",\"is\":\"above\",\"value\":300,\"weeks\":4}',NULL),
(2,'cove','Spindle for children',1,'found',NULL,NULL,'2026-12-02 15:49:31.509',4,'{\"measure\":\"units\",\"is\":\"above\",\"value\":300,\"weeks\":4}',NULL),
(3,'cove','Ash spindle',2,'dropped','Too heavy.',NULL,'2026-12-02 15:49:31.509',2,'{\"measure\":\"units\",\"is\":\"above\",\"value\":300,\"weeks\":4}',NULL);
/*!40000 ALTER TABLE `candidates` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `categories`
--

DROP TABLE IF EXISTS `categories`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `categories` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `parent_id` bigint(20) unsigned DEFAULT NULL,
  `name` varchar(120) NOT NULL,
  `path` varchar(400) NOT NULL,
  `depth` smallint(6) NOT NULL,
  `gated` tinyint(1) NOT NULL DEFAULT 0,
  `merged_into` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `categories_path` (`marketplace_id`,`path`),
  KEY `categories_parent` (`parent_id`),
  CONSTRAINT `categories_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `categories_parent` FOREIGN KEY (`parent_id`) REFERENCES `categories` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `categories`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `categories` WRITE;
/*!40000 ALTER TABLE `categories` DISABLE KEYS */;
INSERT INTO `categories` VALUES
(1,'cove',NULL,'Wool','Wool',1,0,NULL);
/*!40000 ALTER TABLE `categories` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `commits`
--

DROP TABLE IF EXISTS `commits`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `commits` (
  `id` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  PRIMARY KEY (`id`),
  KEY `commits_at` (`at`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `commits`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `commits` WRITE;
/*!40000 ALTER TABLE `commits` DISABLE KEYS */;
/*!40000 ALTER TABLE `commits` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `costings`
--

DROP TABLE IF EXISTS `costings`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `costings` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `listing_id` bigint(20) unsigned NOT NULL,
  `name` varchar(120) NOT NULL DEFAULT 'First costing',
  `fee_schedule_id` bigint(20) unsigned DEFAULT NULL,
  `changed_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `version` int(11) NOT NULL DEFAULT 1,
  `candidate_id` bigint(20) unsigned DEFAULT NULL,
  `document` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`document`)),
  `owner` bigint(20) unsigned GENERATED ALWAYS AS (coalesce(`candidate_id`,0)) STORED,
  PRIMARY KEY (`id`),
  UNIQUE KEY `costings_owner` (`listing_id`,`owner`,`name`),
  KEY `costings_fee_schedule_id_fee_schedules_id_fk` (`fee_schedule_id`),
  KEY `costings_candidate_id_candidates_id_fk` (`candidate_id`),
  CONSTRAINT `costings_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `costings_fee_schedule_id_fee_schedules_id_fk` FOREIGN KEY (`fee_schedule_id`) REFERENCES `fee_schedules` (`id`) ON DELETE SET NULL ON UPDATE NO ACTION,
  CONSTRAINT `costings_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=5 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `costings`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `costings` WRITE;
/*!40000 ALTER TABLE `costings` DISABLE KEYS */;
INSERT INTO `costings` VALUES
(1,1,'First costing',NULL,'2026-12-02 15:49:31.514',1,1,'{\"format\":\"cold-kettle/costing\",\"price\":4200,\"fulfilment\":\"marketplace\",\"monthsStored\":1.4,\"firstOrder\":500,\"lines\":[{\"key\":\"unit-cost\",\"label\":\"Unit cost\",\"part\":\"landed\",\"amount\":{\"kind\":\"sum\",\"sum\":940},\"note\":\"\",\"source\":\"\"},{\"key\":\"freight\",\"label\":\"Freight a unit\",\"part\":\"landed\",\"amount\":{\"kind\":\"sum\",\"sum\":210},\"note\":\"\",\"source\":\"\"},{\"key\":\"duty\",\"label\":\"Duty on unit cost\",\"part\":\"landed\",\"amount\":{\"kind\":\"share\",\"of\":\"unit-cost\",\"rate\":0.03},\"note\":\"\",\"source\":\"\"},{\"key\":\"preparation\",\"label\":\"Preparation a unit\",\"part\":\"landed\",\"amount\":{\"kind\":\"sum\",\"sum\":30},\"note\":\"\",\"source\":\"\"},{\"key\":\"advertising\",\"label\":\"Advertising, of price\",\"part\":\"sale\",\"amount\":{\"kind\":\"share\",\"of\":\"price\",\"rate\":0.12},\"note\":\"\",\"source\":\"\"},{\"key\":\"returns\",\"label\":\"Returns\",\"part\":\"sale\",\"amount\":{\"kind\":\"returns\",\"rate\":0.03,\"loss\":800},\"note\":\"\",\"source\":\"\"},{\"key\":\"samples\",\"label\":\"Samples\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":12000},\"note\":\"\",\"source\":\"\"},{\"key\":\"pictures\",\"label\":\"Pictures\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":0},\"note\":\"\",\"source\":\"\"},{\"key\":\"launch-advertising\",\"label\":\"Launch advertising\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":0},\"note\":\"\",\"source\":\"\"},{\"key\":\"reserve\",\"label\":\"Reserve\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":5000},\"note\":\"\",\"source\":\"\"}]}',1),
(2,2,'First costing',NULL,'2026-12-02 15:49:31.514',1,3,'{\"format\":\"cold-kettle/costing\",\"price\":null,\"fulfilment\":\"marketplace\",\"monthsStored\":1.5,\"firstOrder\":null,\"lines\":[{\"key\":\"unit-cost\",\"label\":\"Unit cost\",\"part\":\"landed\",\"amount\":{\"kind\":\"sum\",\"sum\":null},\"note\":\"\",\"source\":\"\"},{\"key\":\"freight\",\"label\":\"Freight a unit\",\"part\":\"landed\",\"amount\":{\"kind\":\"sum\",\"sum\":null},\"note\":\"\",\"source\":\"\"},{\"key\":\"duty\",\"label\":\"Duty on unit cost\",\"part\":\"landed\",\"amount\":{\"kind\":\"share\",\"of\":\"unit-cost\",\"rate\":0},\"note\":\"\",\"source\":\"\"},{\"key\":\"preparation\",\"label\":\"Preparation a unit\",\"part\":\"landed\",\"amount\":{\"kind\":\"sum\",\"sum\":0},\"note\":\"\",\"source\":\"\"},{\"key\":\"advertising\",\"label\":\"Advertising, of price\",\"part\":\"sale\",\"amount\":{\"kind\":\"share\",\"of\":\"price\",\"rate\":0.1},\"note\":\"\",\"source\":\"\"},{\"key\":\"returns\",\"label\":\"Returns\",\"part\":\"sale\",\"amount\":{\"kind\":\"returns\",\"rate\":0,\"loss\":0},\"note\":\"\",\"source\":\"\"},{\"key\":\"samples\",\"label\":\"Samples\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":0},\"note\":\"\",\"source\":\"\"},{\"key\":\"pictures\",\"label\":\"Pictures\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":0},\"note\":\"\",\"source\":\"\"},{\"key\":\"launch-advertising\",\"label\":\"Launch advertising\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":0},\"note\":\"\",\"source\":\"\"},{\"key\":\"reserve\",\"label\":\"Reserve\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":0},\"note\":\"\",\"source\":\"\"}]}',3),
(3,3,'First costing',NULL,'2026-12-02 15:49:31.514',1,NULL,'{\"format\":\"cold-kettle/costing\",\"price\":null,\"fulfilment\":\"marketplace\",\"monthsStored\":1.4,\"firstOrder\":500,\"lines\":[{\"key\":\"unit-cost\",\"label\":\"Unit cost\",\"part\":\"landed\",\"amount\":{\"kind\":\"sum\",\"sum\":600},\"note\":\"\",\"source\":\"\"},{\"key\":\"freight\",\"label\":\"Freight a unit\",\"part\":\"landed\",\"amount\":{\"kind\":\"sum\",\"sum\":210},\"note\":\"\",\"source\":\"\"},{\"key\":\"duty\",\"label\":\"Duty on unit cost\",\"part\":\"landed\",\"amount\":{\"kind\":\"share\",\"of\":\"unit-cost\",\"rate\":0.03},\"note\":\"\",\"source\":\"\"},{\"key\":\"preparation\",\"label\":\"Preparation a unit\",\"part\":\"landed\",\"amount\":{\"kind\":\"sum\",\"sum\":30},\"note\":\"\",\"source\":\"\"},{\"key\":\"advertising\",\"label\":\"Advertising, of price\",\"part\":\"sale\",\"amount\":{\"kind\":\"share\",\"of\":\"price\",\"rate\":0.12},\"note\":\"\",\"source\":\"\"},{\"key\":\"returns\",\"label\":\"Returns\",\"part\":\"sale\",\"amount\":{\"kind\":\"returns\",\"rate\":0.03,\"loss\":800},\"note\":\"\",\"source\":\"\"},{\"key\":\"samples\",\"label\":\"Samples\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":12000},\"note\":\"\",\"source\":\"\"},{\"key\":\"pictures\",\"label\":\"Pictures\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":0},\"note\":\"\",\"source\":\"\"},{\"key\":\"launch-advertising\",\"label\":\"Launch advertising\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":0},\"note\":\"\",\"source\":\"\"},{\"key\":\"reserve\",\"label\":\"Reserve\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":5000},\"note\":\"\",\"source\":\"\"}]}',0),
(4,1,'First costing',NULL,'2026-12-02 15:49:31.514',1,2,'{\"format\":\"cold-kettle/costing\",\"price\":4200,\"fulfilment\":\"marketplace\",\"monthsStored\":1.4,\"firstOrder\":500,\"lines\":[{\"key\":\"unit-cost\",\"label\":\"Unit cost\",\"part\":\"landed\",\"amount\":{\"kind\":\"sum\",\"sum\":940},\"note\":\"\",\"source\":\"\"},{\"key\":\"freight\",\"label\":\"Freight a unit\",\"part\":\"landed\",\"amount\":{\"kind\":\"sum\",\"sum\":210},\"note\":\"\",\"source\":\"\"},{\"key\":\"duty\",\"label\":\"Duty on unit cost\",\"part\":\"landed\",\"amount\":{\"kind\":\"share\",\"of\":\"unit-cost\",\"rate\":0.03},\"note\":\"\",\"source\":\"\"},{\"key\":\"preparation\",\"label\":\"Preparation a unit\",\"part\":\"landed\",\"amount\":{\"kind\":\"sum\",\"sum\":30},\"note\":\"\",\"source\":\"\"},{\"key\":\"advertising\",\"label\":\"Advertising, of price\",\"part\":\"sale\",\"amount\":{\"kind\":\"share\",\"of\":\"price\",\"rate\":0.12},\"note\":\"\",\"source\":\"\"},{\"key\":\"returns\",\"label\":\"Returns\",\"part\":\"sale\",\"amount\":{\"kind\":\"returns\",\"rate\":0.03,\"loss\":800},\"note\":\"\",\"source\":\"\"},{\"key\":\"samples\",\"label\":\"Samples\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":12000},\"note\":\"\",\"source\":\"\"},{\"key\":\"pictures\",\"label\":\"Pictures\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":0},\"note\":\"\",\"source\":\"\"},{\"key\":\"launch-advertising\",\"label\":\"Launch advertising\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":0},\"note\":\"\",\"source\":\"\"},{\"key\":\"reserve\",\"label\":\"Reserve\",\"part\":\"launch\",\"amount\":{\"kind\":\"sum\",\"sum\":5000},\"note\":\"\",\"source\":\"\"}]}',2);
/*!40000 ALTER TABLE `costings` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `craft_overrules`
--

DROP TABLE IF EXISTS `craft_overrules`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `craft_overrules` (
  `listing_id` bigint(20) unsigned NOT NULL,
  `part` enum('title','pictures','bullets','description') NOT NULL,
  `points` tinyint(3) unsigned NOT NULL,
  `note` varchar(400) NOT NULL DEFAULT '',
  `day` date NOT NULL,
  `version` int(11) NOT NULL DEFAULT 1,
  PRIMARY KEY (`listing_id`,`part`),
  CONSTRAINT `craft_overrules_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `craft_overrules_points` CHECK (`points` <= 100)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `craft_overrules`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `craft_overrules` WRITE;
/*!40000 ALTER TABLE `craft_overrules` DISABLE KEYS */;
/*!40000 ALTER TABLE `craft_overrules` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `decisions`
--

DROP TABLE IF EXISTS `decisions`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `decisions` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `candidate_id` bigint(20) unsigned NOT NULL,
  `kind` enum('choose','drop','wait') NOT NULL,
  `reasons` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`reasons`)),
  `text` varchar(1000) NOT NULL DEFAULT '',
  `day` date NOT NULL,
  `until` date DEFAULT NULL,
  `rested_on` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`rested_on`)),
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `done_by` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `decisions_candidate` (`candidate_id`),
  KEY `decisions_done_by_people_id_fk` (`done_by`),
  CONSTRAINT `decisions_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `decisions_done_by_people_id_fk` FOREIGN KEY (`done_by`) REFERENCES `people` (`id`) ON DELETE SET NULL ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `decisions`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `decisions` WRITE;
/*!40000 ALTER TABLE `decisions` DISABLE KEYS */;
INSERT INTO `decisions` VALUES
(1,3,'drop','[\"heavy\"]','Nine pounds.','2026-11-03',NULL,'{\"place\":null,\"of\":3,\"scoresheet\":\"First look\",\"least\":30,\"most\":60,\"max\":100,\"verdict\":\"open\",\"units\":120,\"unitsLow\":90,\"unitsHigh\":160,\"price\":3999,\"profit\":null,\"outlay\":null,\"weeksWatched\":null,\"day\":\"2026-11-03\"}','2026-12-02 15:49:31.559',1);
/*!40000 ALTER TABLE `decisions` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `deeds`
--

DROP TABLE IF EXISTS `deeds`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `deeds` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `person_id` bigint(20) unsigned NOT NULL,
  `token_id` bigint(20) unsigned DEFAULT NULL,
  `what` varchar(200) NOT NULL,
  `parameters` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`parameters`)),
  `status` varchar(3) NOT NULL,
  `at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  PRIMARY KEY (`id`),
  KEY `deeds_person_id_people_id_fk` (`person_id`),
  KEY `deeds_at` (`at`),
  CONSTRAINT `deeds_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `deeds`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `deeds` WRITE;
/*!40000 ALTER TABLE `deeds` DISABLE KEYS */;
INSERT INTO `deeds` VALUES
(1,1,NULL,'POST /api/candidates/{id}/notes','{\"id\":\"3\"}','200','2026-12-02 15:49:31.577');
/*!40000 ALTER TABLE `deeds` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `devices`
--

DROP TABLE IF EXISTS `devices`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `devices` (
  `digest` varchar(64) NOT NULL,
  `person_id` bigint(20) unsigned NOT NULL,
  `seen_at` datetime(3) NOT NULL,
  PRIMARY KEY (`digest`,`person_id`),
  KEY `devices_person_id_people_id_fk` (`person_id`),
  CONSTRAINT `devices_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `devices`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `devices` WRITE;
/*!40000 ALTER TABLE `devices` DISABLE KEYS */;
INSERT INTO `devices` VALUES
('dddddddddddddddddddddddddddddddddddddddddddddddddddddddddddddddd',1,'2026-11-27 00:00:00.000');
/*!40000 ALTER TABLE `devices` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `estimate_levels`
--

DROP TABLE IF EXISTS `estimate_levels`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `estimate_levels` (
  `marketplace_id` varchar(40) NOT NULL,
  `document` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`document`)),
  `as_of` date NOT NULL,
  `drifts` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`drifts`)),
  PRIMARY KEY (`marketplace_id`),
  CONSTRAINT `estimate_levels_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `estimate_levels`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `estimate_levels` WRITE;
/*!40000 ALTER TABLE `estimate_levels` DISABLE KEYS */;
/*!40000 ALTER TABLE `estimate_levels` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `estimates`
--

DROP TABLE IF EXISTS `estimates`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `estimates` (
  `listing_id` bigint(20) unsigned NOT NULL,
  `as_of` date NOT NULL,
  `units` double DEFAULT NULL,
  `low` double DEFAULT NULL,
  `high` double DEFAULT NULL,
  `origin` enum('readings','months','stated','current-rank','nothing') NOT NULL,
  `flattered` tinyint(1) NOT NULL DEFAULT 0,
  `best_three_share` double DEFAULT NULL,
  `best_three_months` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`best_three_months`)),
  `reason` varchar(400) DEFAULT NULL,
  `reviews_month` double DEFAULT NULL,
  `units_30` double DEFAULT NULL,
  `units_90` double DEFAULT NULL,
  `units_year` double DEFAULT NULL,
  `price_30` double DEFAULT NULL,
  `price_90` double DEFAULT NULL,
  `price_year` double DEFAULT NULL,
  `season` double DEFAULT NULL,
  `best_month` tinyint(4) DEFAULT NULL,
  `spike_share` double DEFAULT NULL,
  `craft` tinyint(3) unsigned DEFAULT NULL,
  `last_year` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`last_year`)),
  PRIMARY KEY (`listing_id`),
  CONSTRAINT `estimates_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `estimates`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `estimates` WRITE;
/*!40000 ALTER TABLE `estimates` DISABLE KEYS */;
INSERT INTO `estimates` VALUES
(1,'2026-11-24',NULL,NULL,NULL,'nothing',0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL),
(2,'2026-11-24',NULL,NULL,NULL,'nothing',0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL),
(3,'2026-11-24',NULL,NULL,NULL,'nothing',0,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL);
/*!40000 ALTER TABLE `estimates` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `evidence_pictures`
--

DROP TABLE IF EXISTS `evidence_pictures`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `evidence_pictures` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `candidate_id` bigint(20) unsigned NOT NULL,
  `key` varchar(60) NOT NULL,
  `type` enum('image/png','image/jpeg','image/webp') NOT NULL,
  `name` varchar(200) NOT NULL,
  `bytes` longblob NOT NULL,
  `day` date NOT NULL,
  PRIMARY KEY (`id`),
  KEY `evidence_pictures_candidate` (`candidate_id`,`key`),
  CONSTRAINT `evidence_pictures_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `evidence_pictures`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `evidence_pictures` WRITE;
/*!40000 ALTER TABLE `evidence_pictures` DISABLE KEYS */;
INSERT INTO `evidence_pictures` VALUES
(1,3,'different','image/png','hinge.png',0x89504E470D0A1A0A,'2026-11-03');
/*!40000 ALTER TABLE `evidence_pictures` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `exchange_rates`
--

DROP TABLE IF EXISTS `exchange_rates`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `exchange_rates` (
  `marketplace_id` varchar(40) NOT NULL,
  `currency` varchar(3) NOT NULL,
  `day` date NOT NULL,
  `rate` double NOT NULL,
  `import_id` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`marketplace_id`,`currency`,`day`),
  CONSTRAINT `exchange_rates_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `exchange_rates_rate` CHECK (`rate` > 0)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `exchange_rates`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `exchange_rates` WRITE;
/*!40000 ALTER TABLE `exchange_rates` DISABLE KEYS */;
/*!40000 ALTER TABLE `exchange_rates` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `fee_schedules`
--

DROP TABLE IF EXISTS `fee_schedules`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `fee_schedules` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `name` varchar(120) NOT NULL,
  `valid_from` date NOT NULL,
  `document` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`document`)),
  `source` varchar(200) NOT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  PRIMARY KEY (`id`),
  UNIQUE KEY `fee_schedules_from` (`marketplace_id`,`valid_from`),
  CONSTRAINT `fee_schedules_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `fee_schedules`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `fee_schedules` WRITE;
/*!40000 ALTER TABLE `fee_schedules` DISABLE KEYS */;
INSERT INTO `fee_schedules` VALUES
(1,'cove','Fees of 2026','2026-01-01','{\"format\":\"cold-kettle/fee-schedule\",\"version\":2,\"name\":\"Test\",\"currency\":\"USD\",\"validFrom\":\"2026-01-01\",\"vat\":{\"rate\":0,\"included\":false,\"percentagesOn\":\"price\"},\"dimensional\":{\"unit\":\"in3-per-lb\",\"divisor\":139},\"sizeClasses\":[{\"key\":\"parcel\",\"name\":\"Parcel\",\"maxWeight\":9071.8474,\"maxSides\":[457.2,355.59999999999997,203.2],\"maxGirth\":null,\"billedBy\":\"larger-of-weight-and-dimensional\",\"fulfilment\":[{\"upTo\":453.59237,\"fee\":421},{\"upTo\":907.18474,\"fee\":488}],\"beyond\":{\"step\":453.59237,\"fee\":38}}],\"commission\":[{\"category\":\"*\",\"bands\":[{\"upTo\":null,\"rate\":0.15}],\"minimum\":30},{\"category\":\"Games\",\"bands\":[{\"upTo\":1000,\"rate\":0.08},{\"upTo\":null,\"rate\":0.15}],\"minimum\":0}],\"fixedFees\":[{\"category\":\"Games › Dice\",\"amount\":99}],\"storage\":{\"perCubicMetreMonth\":2800,\"seasons\":[{\"months\":[11,12],\"perCubicMetreMonth\":8500}]}}','typed','2026-12-02 15:49:31.501');
/*!40000 ALTER TABLE `fee_schedules` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `folder_files`
--

DROP TABLE IF EXISTS `folder_files`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `folder_files` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `name` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `size` bigint(20) NOT NULL,
  `modified` bigint(20) NOT NULL,
  `state` enum('waiting','taken','refused','left') NOT NULL,
  `reason` varchar(500) NOT NULL DEFAULT '',
  `kind` varchar(30) DEFAULT NULL,
  `upload_id` bigint(20) unsigned DEFAULT NULL,
  `job_id` bigint(20) unsigned DEFAULT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `inbox` varchar(36) NOT NULL DEFAULT '',
  PRIMARY KEY (`id`),
  UNIQUE KEY `folder_files_inbox` (`marketplace_id`,`inbox`,`name`),
  CONSTRAINT `folder_files_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `folder_files`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `folder_files` WRITE;
/*!40000 ALTER TABLE `folder_files` DISABLE KEYS */;
INSERT INTO `folder_files` VALUES
(1,'cove','List.csv',900,1700000000000,'waiting','Look at it once.','listings',NULL,NULL,'2026-12-02 15:49:31.587','');
/*!40000 ALTER TABLE `folder_files` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `frozen_answers`
--

DROP TABLE IF EXISTS `frozen_answers`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `frozen_answers` (
  `candidate_id` bigint(20) unsigned NOT NULL,
  `measure` varchar(60) NOT NULL,
  `value` double DEFAULT NULL,
  `low` double DEFAULT NULL,
  `high` double DEFAULT NULL,
  `source` varchar(1000) NOT NULL,
  `day` date NOT NULL,
  PRIMARY KEY (`candidate_id`,`measure`),
  CONSTRAINT `frozen_answers_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `frozen_answers`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `frozen_answers` WRITE;
/*!40000 ALTER TABLE `frozen_answers` DISABLE KEYS */;
INSERT INTO `frozen_answers` VALUES
(3,'units',120,90,160,'Estimate of 2026-11-03','2026-11-03');
/*!40000 ALTER TABLE `frozen_answers` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `import_parts`
--

DROP TABLE IF EXISTS `import_parts`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `import_parts` (
  `import_id` bigint(20) unsigned NOT NULL,
  `place` int(11) NOT NULL,
  `base` tinyint(1) NOT NULL DEFAULT 0,
  `rows` longblob NOT NULL,
  PRIMARY KEY (`import_id`,`base`,`place`),
  CONSTRAINT `import_parts_import` FOREIGN KEY (`import_id`) REFERENCES `imports` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `import_parts`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `import_parts` WRITE;
/*!40000 ALTER TABLE `import_parts` DISABLE KEYS */;
/*!40000 ALTER TABLE `import_parts` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `imports`
--

DROP TABLE IF EXISTS `imports`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `imports` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `kind` varchar(30) NOT NULL,
  `name` varchar(255) NOT NULL,
  `hash` varchar(64) NOT NULL,
  `mapping` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`mapping`)),
  `source` varchar(200) NOT NULL,
  `first_day` date DEFAULT NULL,
  `last_day` date DEFAULT NULL,
  `taken` int(11) NOT NULL,
  `result` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`result`)),
  `taken_back_at` datetime(3) DEFAULT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `columns` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`columns`)),
  `settings` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`settings`)),
  PRIMARY KEY (`id`),
  KEY `imports_marketplace` (`marketplace_id`,`kind`),
  CONSTRAINT `imports_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `imports`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `imports` WRITE;
/*!40000 ALTER TABLE `imports` DISABLE KEYS */;
INSERT INTO `imports` VALUES
(1,'cove','counts','counts.csv','0000000000000000000000000000000000000000000000000000000000000000','{\"code\":\"Code\"}','a file','2026-11-01','2026-11-02',2,'{\"message\":\"2 counts taken in.\"}',NULL,'2026-12-02 15:49:31.550',NULL,NULL);
/*!40000 ALTER TABLE `imports` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `invitations`
--

DROP TABLE IF EXISTS `invitations`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `invitations` (
  `digest` varchar(64) NOT NULL,
  `id` varchar(20) NOT NULL,
  `role` enum('reader','helper','member','owner') NOT NULL,
  `made_by` bigint(20) unsigned DEFAULT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `ends_at` datetime(3) NOT NULL,
  `for_person` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`digest`),
  UNIQUE KEY `invitations_id_unique` (`id`),
  KEY `invitations_made_by_people_id_fk` (`made_by`),
  KEY `invitations_for_person_people_id_fk` (`for_person`),
  CONSTRAINT `invitations_for_person_people_id_fk` FOREIGN KEY (`for_person`) REFERENCES `people` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `invitations_made_by_people_id_fk` FOREIGN KEY (`made_by`) REFERENCES `people` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `invitations`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `invitations` WRITE;
/*!40000 ALTER TABLE `invitations` DISABLE KEYS */;
/*!40000 ALTER TABLE `invitations` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `jobs`
--

DROP TABLE IF EXISTS `jobs`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `jobs` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `kind` varchar(40) NOT NULL,
  `payload` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`payload`)),
  `state` enum('queued','running','done','failed','cancelled') NOT NULL DEFAULT 'queued',
  `done` int(11) NOT NULL DEFAULT 0,
  `total` int(11) NOT NULL DEFAULT 0,
  `message` varchar(500) NOT NULL DEFAULT '',
  `result` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`result`)),
  `once_key` varchar(160) DEFAULT NULL,
  `attempts` int(11) NOT NULL DEFAULT 0,
  `worker` varchar(60) DEFAULT NULL,
  `alive_at` datetime(3) DEFAULT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `lane` varchar(80) DEFAULT NULL,
  `claim` int(11) NOT NULL DEFAULT 0,
  PRIMARY KEY (`id`),
  UNIQUE KEY `jobs_once_key_unique` (`once_key`),
  KEY `jobs_state` (`state`,`id`),
  KEY `jobs_lane` (`lane`,`state`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `jobs`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `jobs` WRITE;
/*!40000 ALTER TABLE `jobs` DISABLE KEYS */;
/*!40000 ALTER TABLE `jobs` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `leases`
--

DROP TABLE IF EXISTS `leases`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `leases` (
  `name` varchar(80) NOT NULL,
  `holder` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `until_at` datetime(3) NOT NULL,
  PRIMARY KEY (`name`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `leases`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `leases` WRITE;
/*!40000 ALTER TABLE `leases` DISABLE KEYS */;
/*!40000 ALTER TABLE `leases` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `line_up`
--

DROP TABLE IF EXISTS `line_up`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `line_up` (
  `candidate_id` bigint(20) unsigned NOT NULL,
  `listing_id` bigint(20) unsigned NOT NULL,
  `added_on` date NOT NULL,
  `then_price` bigint(20) DEFAULT NULL,
  `then_units` double DEFAULT NULL,
  `then_reviews` int(11) DEFAULT NULL,
  PRIMARY KEY (`candidate_id`,`listing_id`),
  KEY `line_up_listing_id_listings_id_fk` (`listing_id`),
  CONSTRAINT `line_up_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `line_up_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `line_up`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `line_up` WRITE;
/*!40000 ALTER TABLE `line_up` DISABLE KEYS */;
INSERT INTO `line_up` VALUES
(1,1,'2026-10-01',4200,280,150),
(1,2,'2026-10-01',3900,NULL,60),
(2,1,'2026-10-02',4200,280,150),
(3,2,'2026-10-03',3900,NULL,60);
/*!40000 ALTER TABLE `line_up` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `listings`
--

DROP TABLE IF EXISTS `listings`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `listings` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `code` varchar(40) NOT NULL,
  `gtin` varchar(14) DEFAULT NULL,
  `title` varchar(500) NOT NULL,
  `brand` varchar(120) NOT NULL DEFAULT '',
  `category_id` bigint(20) unsigned NOT NULL,
  `price` bigint(20) DEFAULT NULL,
  `reviews` int(11) DEFAULT NULL,
  `rating` smallint(6) DEFAULT NULL,
  `rank` int(11) DEFAULT NULL,
  `weight` int(11) DEFAULT NULL,
  `side_long` int(11) DEFAULT NULL,
  `side_middle` int(11) DEFAULT NULL,
  `side_short` int(11) DEFAULT NULL,
  `sellers` smallint(6) DEFAULT NULL,
  `fulfilment` enum('marketplace','seller','unknown') NOT NULL DEFAULT 'unknown',
  `sold_by_marketplace` tinyint(1) DEFAULT NULL,
  `pictures` smallint(6) DEFAULT NULL,
  `variations` smallint(6) DEFAULT NULL,
  `pack_count` smallint(6) DEFAULT NULL,
  `on_sale_since` date DEFAULT NULL,
  `silhouette` varchar(24) DEFAULT NULL,
  `bullets` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`bullets`)),
  `description` text DEFAULT NULL,
  `seen_on` date NOT NULL,
  `family_id` bigint(20) unsigned DEFAULT NULL,
  `marketplace_days` double DEFAULT NULL,
  `touched` int(11) NOT NULL DEFAULT 1,
  `import_id` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `listings_code` (`marketplace_id`,`code`),
  KEY `listings_brand` (`marketplace_id`,`brand`),
  KEY `listings_category` (`category_id`),
  KEY `listings_touched` (`marketplace_id`,`touched`),
  CONSTRAINT `listings_category_id_categories_id_fk` FOREIGN KEY (`category_id`) REFERENCES `categories` (`id`) ON DELETE NO ACTION ON UPDATE NO ACTION,
  CONSTRAINT `listings_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `listings_price` CHECK (`price` is null or `price` > 0),
  CONSTRAINT `listings_rating` CHECK (`rating` is null or `rating` between 100 and 500),
  CONSTRAINT `listings_rank` CHECK (`rank` is null or `rank` >= 1)
) ENGINE=InnoDB AUTO_INCREMENT=4 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `listings`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `listings` WRITE;
/*!40000 ALTER TABLE `listings` DISABLE KEYS */;
INSERT INTO `listings` VALUES
(1,'cove','CV0001',NULL,'Drop spindle, maple','Fenwool',1,4109,210,430,120,1724,300,220,90,NULL,'marketplace',NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,'2026-11-24',NULL,NULL,1,NULL),
(2,'cove','CV0002',NULL,'Drop spindle, ash','Loftline',1,3900,80,410,260,1500,300,200,90,NULL,'marketplace',NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,'2026-11-24',NULL,NULL,1,NULL),
(3,'cove','CV0003',NULL,'Niddy-noddy, beech','Fenwool',1,2700,40,450,900,900,400,150,60,NULL,'seller',NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,'2026-11-24',NULL,NULL,1,NULL);
/*!40000 ALTER TABLE `listings` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `marketplaces`
--

DROP TABLE IF EXISTS `marketplaces`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `marketplaces` (
  `id` varchar(40) NOT NULL,
  `name` varchar(80) NOT NULL,
  `currency` varchar(3) NOT NULL,
  `measures` enum('imperial','metric') NOT NULL,
  `host` varchar(120) NOT NULL,
  `hob_day` date DEFAULT NULL,
  `data_version` int(11) NOT NULL DEFAULT 1,
  `read_up_to` date DEFAULT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `rebuilt_version` int(11) NOT NULL DEFAULT 1,
  `flag_rules` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`flag_rules`)),
  `shelf_rules` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`shelf_rules`)),
  `demand_version` int(11) NOT NULL DEFAULT 1,
  `flag_rules_version` int(11) NOT NULL DEFAULT 1,
  `shelf_rules_version` int(11) NOT NULL DEFAULT 1,
  `stay_away_version` int(11) NOT NULL DEFAULT 1,
  `country` varchar(2) NOT NULL DEFAULT '',
  `vat` double DEFAULT NULL,
  `address_pattern` varchar(300) NOT NULL DEFAULT '',
  `binned_at` datetime(3) DEFAULT NULL,
  `bin_of` varchar(40) DEFAULT NULL,
  `cost_rules` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`cost_rules`)),
  `cost_rules_version` int(11) NOT NULL DEFAULT 1,
  `ruled_version` int(11) NOT NULL DEFAULT 1,
  `watch_plan` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`watch_plan`)),
  `watch_plan_version` int(11) NOT NULL DEFAULT 1,
  `own_means` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`own_means`)),
  `own_means_version` int(11) NOT NULL DEFAULT 1,
  `page_limits` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`page_limits`)),
  `page_limits_version` int(11) NOT NULL DEFAULT 1,
  `launch_year` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`launch_year`)),
  `launch_year_version` int(11) NOT NULL DEFAULT 1,
  PRIMARY KEY (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `marketplaces`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `marketplaces` WRITE;
/*!40000 ALTER TABLE `marketplaces` DISABLE KEYS */;
INSERT INTO `marketplaces` VALUES
('cove','Cove','USD','imperial','cove.example','2026-11-24',1,'2026-11-24','2026-12-02 15:49:31.500',1,NULL,NULL,1,1,1,1,'',NULL,'',NULL,NULL,'{\"format\":\"cold-kettle/cost-rules\",\"rules\":[{\"category\":\"*\",\"unitCost\":{\"kind\":\"share\",\"rate\":0.25},\"freightKg\":250,\"freightCubicMetre\":0,\"duty\":0.05,\"advertising\":0.12,\"months\":3,\"unitsShare\":0.5,\"once\":150000}]}',4,1,'{\"hour\":6,\"daily\":true,\"weeks\":4,\"readings\":20,\"rules\":{\"price\":0.05,\"level\":0.25,\"rating\":0.2,\"reviews\":5,\"reviewTimes\":3,\"places\":3,\"quiet\":[]}}',3,'{\"format\":\"cold-kettle/own-means\",\"purse\":800000,\"income\":null,\"weeks\":16,\"taste\":\"\"}',1,NULL,1,'{\"format\":\"cold-kettle/launch-year\",\"begins\":\"2026-12\",\"purse\":1200000,\"atOnce\":2}',1);
/*!40000 ALTER TABLE `marketplaces` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `marks`
--

DROP TABLE IF EXISTS `marks`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `marks` (
  `listing_id` bigint(20) unsigned NOT NULL,
  `state` enum('seen','kept','dropped') NOT NULL,
  `reason` varchar(200) NOT NULL DEFAULT '',
  `day` date NOT NULL,
  PRIMARY KEY (`listing_id`),
  CONSTRAINT `marks_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `marks`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `marks` WRITE;
/*!40000 ALTER TABLE `marks` DISABLE KEYS */;
INSERT INTO `marks` VALUES
(3,'dropped','Sold by seller.','2026-11-03');
/*!40000 ALTER TABLE `marks` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `mentions`
--

DROP TABLE IF EXISTS `mentions`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `mentions` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `review_id` bigint(20) unsigned NOT NULL,
  `kind` enum('gripe','praise','wish') NOT NULL,
  `sentence` text NOT NULL,
  `concept` varchar(40) NOT NULL,
  `part` varchar(80) DEFAULT NULL,
  `about` enum('product','page','delivery','seller','price') NOT NULL,
  `words` varchar(160) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `mentions_review` (`review_id`),
  CONSTRAINT `mentions_review_id_reviews_id_fk` FOREIGN KEY (`review_id`) REFERENCES `reviews` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `mentions`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `mentions` WRITE;
/*!40000 ALTER TABLE `mentions` DISABLE KEYS */;
/*!40000 ALTER TABLE `mentions` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `migration_steps`
--

DROP TABLE IF EXISTS `migration_steps`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `migration_steps` (
  `migration` varchar(100) NOT NULL,
  `place` int(11) NOT NULL,
  `state` enum('begun','done') NOT NULL,
  `hash` char(64) NOT NULL,
  `changed_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  PRIMARY KEY (`migration`,`place`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `migration_steps`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `migration_steps` WRITE;
/*!40000 ALTER TABLE `migration_steps` DISABLE KEYS */;
INSERT INTO `migration_steps` VALUES
('0000_first',0,'done','4ee8a59453625ca5b534f0b0767132534055f10e59705e32f618ea3f9f14d66f','2026-12-02 15:49:27.967'),
('0000_first',1,'done','6eee39da85f2a17c7668ddaa8e45edd148a647493e20b90744f8e362c0e9e5af','2026-12-02 15:49:27.976'),
('0000_first',2,'done','3b5552fcdc7b355c83b091f9af4cbfe931af49b789b32e689f6a197335e10ce0','2026-12-02 15:49:27.986'),
('0000_first',3,'done','e179f400df0ff96052c3d40b8134522618e85b486412f5571123b71afe9151f4','2026-12-02 15:49:27.993'),
('0000_first',4,'done','21575095fb4969fba156f05a46e9aeeea43a98215e7c133f157e7f9fab7cc31d','2026-12-02 15:49:28.000'),
('0000_first',5,'done','173a29adc148cdb3660b41745fb669017771c1b194e680b34582a275f55e08ba','2026-12-02 15:49:28.006'),
('0000_first',6,'done','491ebc31928ac2e964b58704cb79014cd01c484cf3843471acdd29e963b0af32','2026-12-02 15:49:28.015'),
('0000_first',7,'done','a255839b2eff795549b978fef52ad25a86913ac474ea249b96140bfa19b59a3f','2026-12-02 15:49:28.025'),
('0000_first',8,'done','2c424b56b0b9eb725df92f1df1d059dc06d2ed38a3d94148cdcd4fe9ba5bab4b','2026-12-02 15:49:28.032'),
('0000_first',9,'done','fbdeda892a1593fdeeeb4084685254815a591b3e9419d9fd4dba9afaef1c2556','2026-12-02 15:49:28.038'),
('0000_first',10,'done','f6cdf4b0815d24af01193d4e136f06a1d3e5984da02f4975b739cbf0b082931c','2026-12-02 15:49:28.046'),
('0000_first',11,'done','0f210908aa4c177ed5904aa19d5fd6930410ece7b3bb747e10823fd6a755e767','2026-12-02 15:49:28.052'),
('0000_first',12,'done','b68220fd21fc3b488d78ddc0566a9010e261d00517b3e457b1d43e28305818b4','2026-12-02 15:49:28.060'),
('0000_first',13,'done','1a74abc685489f7f3c797904b3424fcc7dfd08ba766a0040d37b25a82d11c1aa','2026-12-02 15:49:28.068'),
('0000_first',14,'done','c08753aae65de4ab1b683fab229f362f4b8fea2cf038d3c20c935e0452415d33','2026-12-02 15:49:28.078'),
('0000_first',15,'done','98260e1c11c245ce4dc4b07adc65033f7a14531c38a0ee1a51aa5357653028a8','2026-12-02 15:49:28.087'),
('0000_first',16,'done','e5550c64dbac1e1a25bd9be1e13761b1d33af18e852035d4968bda464ea84f0f','2026-12-02 15:49:28.099'),
('0000_first',17,'done','18c081fa926eb319e8e0eb9db0934232183bc40dbfa905f96480b0c77dc91504','2026-12-02 15:49:28.288'),
('0000_first',18,'done','ad24c9dbc6f477743228314967897172d5a574fe7472da70dfa5e688f13808e9','2026-12-02 15:49:28.307'),
('0000_first',19,'done','6795d5baf002813da60b9e0540a03bc2ea3e7478866885583c24b42f52a89192','2026-12-02 15:49:28.315'),
('0000_first',20,'done','d16defbb267f7ff9f816e1ed7953a810c35442f0a73cd2389dcd87914108ee47','2026-12-02 15:49:28.320'),
('0000_first',21,'done','655772246fdc0a0d561d6d8ba9bd09dd3e1f4dc1a5cc1bd23fb94e3cf17c4045','2026-12-02 15:49:28.325'),
('0000_first',22,'done','ae2cea1d08e58c364212e97697baecd11c621b7b41ca1a97ca7b0c7989e7b9e7','2026-12-02 15:49:28.342'),
('0000_first',23,'done','92682ae5366875eb149baf12324787381fd6b1a47c6128ad4e3e4b68d585e220','2026-12-02 15:49:28.360'),
('0000_first',24,'done','792a6448aaed964aab324fa425b31a3b965bea5a45e4e901300a4faf2fc9c3db','2026-12-02 15:49:28.374'),
('0000_first',25,'done','8d8bd77731b4d19ebde0a83aacdcb0c6675d271b5d72081a96147f1cf4c4c8f7','2026-12-02 15:49:28.386'),
('0000_first',26,'done','4812dbc5374a7b84360c4e682b5a3432bddd3104f2d69749094af455b8b9f963','2026-12-02 15:49:28.398'),
('0000_first',27,'done','488cd6dbfec12bddc167f4e6c6025cdd4ac4d842d83dc07d1ed51058b56296f9','2026-12-02 15:49:28.660'),
('0000_first',28,'done','a7736018ac4ac4ce1ecac66c93b1b3ee16761881888955917720f44e3788d8f9','2026-12-02 15:49:28.671'),
('0000_first',29,'done','f728aa9d981d08428dee28f9fc4c34c9acf78a842303ebf67df86c0590baa58e','2026-12-02 15:49:28.707'),
('0000_first',30,'done','9b12bda18bc5d5fc39a7785a0725ecec109744fcca42a92bd4fd80fefcc4e77c','2026-12-02 15:49:28.737'),
('0000_first',31,'done','eb702f8a300f75a8bc75207a59953da1033dfb4f2704e05edda4f4e7d0260948','2026-12-02 15:49:28.753'),
('0000_first',32,'done','3526584a54542053863ff29d345baf608657bf64a7cd8fcb506952469adf3913','2026-12-02 15:49:28.777'),
('0000_first',33,'done','fa3fcfc5c16c85c9d46b393317c91323d1ec8a8d451fea811145fcddc50539f5','2026-12-02 15:49:28.807'),
('0000_first',34,'done','6757c6c5636b15a2111056458e5920263ff00ad9ed253c6852f30055f296f27e','2026-12-02 15:49:28.848'),
('0000_first',35,'done','27792996cc025a6bfa913cc9ba9f41cdd738e38da8393b8c34cd4b4f56113f1d','2026-12-02 15:49:28.876'),
('0000_first',36,'done','5a3694bdb037c565e627b01fb1f7529e3a5e74453d1e8aeb903a2d768690581a','2026-12-02 15:49:28.892'),
('0000_first',37,'done','2f426f219fcb562bf43646c02a8c1420321116df712035fbea2ab42f1c3553f0','2026-12-02 15:49:28.913'),
('0000_first',38,'done','0c6cf8a38c7db9c7a3fb9a8e378b4d5338d4785f095fd6731ef495c156dc3261','2026-12-02 15:49:28.937'),
('0000_first',39,'done','13ff0433a862a4cf7f1a2cc0375fc15422fdebf74effeb76ebd1a6fb20ea828e','2026-12-02 15:49:29.133'),
('0000_first',40,'done','8d6007927cf8e4ed4115624288ff19e29fd403a6c0183f6a3b9c23718b9f6968','2026-12-02 15:49:29.168'),
('0000_first',41,'done','1fcf010680a0f1ac7d5fb7718bd8d962bd4dd3aacd8217099b66934396d98350','2026-12-02 15:49:29.178'),
('0000_first',42,'done','a635d01790365a9fac935e429d35002e1729c7b5804f8f60f037dca6fb0d1fb1','2026-12-02 15:49:29.185'),
('0000_first',43,'done','d111b13b28ae19225ebbb95dabd6fd761a9ca2b3ab3a7e77cd0de00fc3e9d6ae','2026-12-02 15:49:29.194'),
('0000_first',44,'done','56221ef9106376edac8451610f2069bf572e388230e5a90a866c889209c54afb','2026-12-02 15:49:29.198'),
('0000_first',45,'done','2836062c9f85bfda9e2396fcd033d3ea9ebee9f21bfc8287fc79a80361e74f82','2026-12-02 15:49:29.205'),
('0000_first',46,'done','5290bce90673ef787112aace10b34ee5a49646db0e85a79163ae796475945fe4','2026-12-02 15:49:29.213'),
('0000_first',47,'done','82b85e734da0add81ec5d93e5d5bd08aac6969997c1ac12ab8e604f8dbd408c6','2026-12-02 15:49:29.220'),
('0000_first',48,'done','f4e8bbbbb8a9178b66654b4fb395954f7d1b0665ea39e2a7dfb2a16876ca959e','2026-12-02 15:49:29.228'),
('0000_first',49,'done','b4ca5ca31cac65e227dec638de4caab03050aaf43beee53fd3d63523a9a7a41c','2026-12-02 15:49:29.234'),
('0000_first',50,'done','8d0adb7302e382b367d40272bb8555efe384dc1c573d947888915b51014b3fb6','2026-12-02 15:49:29.240'),
('0000_first',51,'done','3db86c8afe8b4bf636ecc8d211333ceff6cbe3bdba1d52aad1610a180626314e','2026-12-02 15:49:29.245'),
('0000_first',52,'done','1a6f845005778af5467a731ec6b0fb85911e30d605f536c77a4b2cf1c6b47adb','2026-12-02 15:49:29.250'),
('0001_sift',0,'done','5cff883a095736602d49819c4264541757ca66cfbb9c89a0f37c81484575f651','2026-12-02 15:49:29.254'),
('0001_sift',1,'done','0bf18b6e183bf7b5243ae4ecf1cf36f35cc26dbf03632ec169dcb50cb59e3603','2026-12-02 15:49:29.258'),
('0001_sift',2,'done','878ddcd1aa394e04ec846a419e20112f4b48499e6ae942a6c0434b14ab92a323','2026-12-02 15:49:29.262'),
('0001_sift',3,'done','08b0b9118d801320859f005e765b96c3785f9f44700338f326c4c697b03df77d','2026-12-02 15:49:29.266'),
('0001_sift',4,'done','2ea470269a001d7fa2ed30deb386346fc9fd26c724fde93f299f29027d2a2fae','2026-12-02 15:49:29.270'),
('0001_sift',5,'done','8e12a8ed985f140b4cf0d4cb4ab3623fb41cfeaec6ad47328782f4220f35f051','2026-12-02 15:49:29.275'),
('0001_sift',6,'done','dc9e7a1ccfd5086a4f6fa566f10773324901994547167e001c3667f2a4b4b3a4','2026-12-02 15:49:29.280'),
('0001_sift',7,'done','ddb8efa16cf50711d1a80d23f136e9b965109c66ce066ec88cabd1df9b1cc892','2026-12-02 15:49:29.284'),
('0001_sift',8,'done','1bb44e32d5c7c7e65621d5c6ca981e81d4e40f2bb3ac1c681b8f8cb3d028942f','2026-12-02 15:49:29.288'),
('0001_sift',9,'done','9a78d61c8a59daab7cec4565b22f558a44d4360fb9af11be922f9157ba700bf7','2026-12-02 15:49:29.295'),
('0001_sift',10,'done','c70163d8b687bf0c1d5689518bfdc8eee9e7cebc7ad132e7156884ff9a4cb642','2026-12-02 15:49:29.300'),
('0001_sift',11,'done','dfc59435f671673b91e07e49626b94b6d185f6e7cf4ca8dd88899f88bcfb6bb8','2026-12-02 15:49:29.308'),
('0001_sift',12,'done','8a7cb9eba317eb9000d2070d48ed0aafde70793d92461d6040ceb83c6775611f','2026-12-02 15:49:29.314'),
('0001_sift',13,'done','65f4709a87ef5e8aad002fdf805389f9515b618c9a264e32d69f5273407c60a8','2026-12-02 15:49:29.319'),
('0001_sift',14,'done','33a0eb4ba6b6606d37878de306c7a4932027f31a3d8fa2bfd1e36f2b18da3f75','2026-12-02 15:49:29.323'),
('0001_sift',15,'done','618882d64c6927f3ea2aba5e9cf7a8143d88e10cb00e88c45ca065c93e00174e','2026-12-02 15:49:29.329'),
('0001_sift',16,'done','c5456726b2ed92cb1a89a83f7ee622504f0bac758c41f9b192eec6c0bde054de','2026-12-02 15:49:29.336'),
('0001_sift',17,'done','4303777a0a4b89a59eb997ec186b3d311d3ab47101d096fff3e2d440285ec7a3','2026-12-02 15:49:29.342'),
('0001_sift',18,'done','83b2e74ade1953bf38af747144aff86c2c371016a498886963ced2824c4af02c','2026-12-02 15:49:29.347'),
('0001_sift',19,'done','21f0d48ee73b15f43b1f7570f6dc2eb419648b6b20eff2314ef6a297f9211b87','2026-12-02 15:49:29.351'),
('0001_sift',20,'done','6087f2ca997af1c3520380984a9220340479fcf1f698be51a740d87864f7ca16','2026-12-02 15:49:29.357'),
('0001_sift',21,'done','ee1262419861e6c1a36ef232940d19718fbb318525ed8cf586518270b092c819','2026-12-02 15:49:29.367'),
('0001_sift',22,'done','65547481fe6f86ff2c19267d85d7106f7b0344a4a8f52defb3e3e7075075ac36','2026-12-02 15:49:29.374'),
('0001_sift',23,'done','60d3f1435565919665d249d3b15c61a0747b518ac8f6ac2e02648b78bced48b1','2026-12-02 15:49:29.381'),
('0001_sift',24,'done','3d192b4cc4575655c066359a733f3827e33b43f3441e7e0e8a84dd9ac0717703','2026-12-02 15:49:29.388'),
('0001_sift',25,'done','6b73187567aa5d6a10961daae3aece8f78c81e0905eee233c62163887e1d573e','2026-12-02 15:49:29.397'),
('0001_sift',26,'done','c1d4c1a44c773136eb581ee8949d7ae48ec2e34a0eb6ebf91e4bed5482ea9d7e','2026-12-02 15:49:29.409'),
('0001_sift',27,'done','8ecb4b1d05801ba7d3d80096e3c52bf48442c10aa4988dfe84aa186df108ac60','2026-12-02 15:49:29.432'),
('0002_demand',0,'done','244fb58cb0ae249587431a35dcd5eb7b64fbae04c323a75885a06f8e480bdfd2','2026-12-02 15:49:29.443'),
('0002_demand',1,'done','f08a7bc26b4dd2c55ca9810233b09d39a2d83579d4491cc27d44507da5d7342f','2026-12-02 15:49:29.483'),
('0002_demand',2,'done','d8cbc63f243e950f0eca5fc3338a1d6e5527aa3618d5910cc7e70dd6bc8b5255','2026-12-02 15:49:29.496'),
('0002_demand',3,'done','10b37fedf611118dd9a447b828ff9fb4905ff76b25b780223f75e4147063165f','2026-12-02 15:49:29.517'),
('0002_demand',4,'done','64d4d60bf0cccc63861e4afae80912c0eeabe29d33303f88e44283b7dc9c8f53','2026-12-02 15:49:29.521'),
('0002_demand',5,'done','813e50611b492e4a070a7863c2a9e29a14d5cd3ee51b0841a6e765216c68c63f','2026-12-02 15:49:29.524'),
('0002_demand',6,'done','252d08b0a1ae901d01f8c2061c8c05d63d7b32a42b739d58e02ef7ffedabe1f7','2026-12-02 15:49:29.530'),
('0002_demand',7,'done','c3121e2aabaca2e298983daba620f34760d4695db0455a8270c166a0aaf4024e','2026-12-02 15:49:29.536'),
('0002_demand',8,'done','8102a15fb9d131a103b27358ff0af738da1b204018f1ce2656c74ced59bebb4a','2026-12-02 15:49:29.540'),
('0002_demand',9,'done','01e5964d877d14eafca2297a6e35812a9368264b858151d4da727f3a851ffac7','2026-12-02 15:49:29.548'),
('0002_demand',10,'done','51ed4e98ba45dbd580328ebe2c890806fab39dd8855baa0faf1ee575053edc13','2026-12-02 15:49:29.562'),
('0002_demand',11,'done','ea69bc9cb1595ca0fdc48e6f6ac2daae2b902a23d3de0c521138d92d45467477','2026-12-02 15:49:29.579'),
('0002_demand',12,'done','d36c41aee706ba4f2f4847a5cc0eddfe342db61b8e1401af0f5b969d012b21bd','2026-12-02 15:49:29.584'),
('0002_demand',13,'done','762648bcbc243d71d17aa59fe465f7b2b6d70589b58aa9ce611f9fcacd02f9e5','2026-12-02 15:49:29.588'),
('0002_demand',14,'done','b5d76c76e6ca7212420ccd08f02165cf72f5ed4f33197b169987c1d58601e00e','2026-12-02 15:49:29.598'),
('0002_demand',15,'done','7246361685962d9fba4c10bb1f3d91741e28b2dbda3d44d020e185901f8b23f8','2026-12-02 15:49:29.607'),
('0002_demand',16,'done','2029d6428eb775fde9a50c172c38ce9f71911c6de62e108e44406f258022b4e1','2026-12-02 15:49:29.614'),
('0002_demand',17,'done','2b17c5a90448f8fc8627c917bbaa3ed949eaa1b95c0dde6ffc14cc9ba68c06f6','2026-12-02 15:49:29.620'),
('0002_demand',18,'done','16635f5fac54755603eb02f8cc7e0129684c1054076703cfc43af0fdbf98643f','2026-12-02 15:49:29.628'),
('0002_demand',19,'done','3385cc76577e87ee962ac0d7ef72fe4fd59057c75ef7bb10691d09a28ff93224','2026-12-02 15:49:29.634'),
('0002_demand',20,'done','c192e9f78545b165f62585b9a2d5a478232419765abb47f7783a3f7627ea5c4a','2026-12-02 15:49:29.648'),
('0002_demand',21,'done','27181e2dc1cd8515c9b1cef18739d9bbd219b82625e01ebf60eaa0c76a18b984','2026-12-02 15:49:29.654'),
('0002_demand',22,'done','192bfd78e07fcb6da08642e7debc3a8f33c424cf2639a33ee464558d2e8495b2','2026-12-02 15:49:29.662'),
('0002_demand',23,'done','d1fc4a72aef159cb26f03c4fc497be6c658a23bf592b7ba4a2255c37c7b522d5','2026-12-02 15:49:29.669'),
('0002_demand',24,'done','256c38811edd2c1a34d204515c9c7e91bd4e25e05186097df3c6f03b745adcab','2026-12-02 15:49:29.676'),
('0002_demand',25,'done','6c5b639bf7b497681977ccae91246785e5736208d316b8e1656174d3dfc8fe63','2026-12-02 15:49:29.687'),
('0002_demand',26,'done','d4cb1ba7e3e8d630af3eb38a46ce6ebaaa5635ad552fd7cc88b0a249c02d58aa','2026-12-02 15:49:29.694'),
('0002_demand',27,'done','28eef26bcffb6d12613908ee21de85cb1bfd9678ec1cae2776446ec57be98f32','2026-12-02 15:49:29.699'),
('0002_demand',28,'done','fe46bdfdb1ee98d7e76ae5cd20183f392920c8534760d5c2a1a9f84ae5ebd081','2026-12-02 15:49:29.727'),
('0002_demand',29,'done','c71f5604be411520e9fbdb4ec71bc53976760f5ec75c5e38065e987a3437bec2','2026-12-02 15:49:29.755'),
('0003_sheet',0,'done','12d93a83a2e585d1b77d2013e131b0d60ad370f4e5f2a3827d9add9f3164c598','2026-12-02 15:49:29.759'),
('0003_sheet',1,'done','b9b4b02e91187c581de0f1ac1bb2e026a2cbd24a48ad2f02e42824c6bb5c1d01','2026-12-02 15:49:29.776'),
('0003_sheet',2,'done','c6cb9aed535212e55922954a20e4ed0fab701dd0b24b657519fab27b14417e6c','2026-12-02 15:49:29.857'),
('0003_sheet',3,'done','2a7c8372b2af357057b73288a57275c768322c6b1a94222b3e539240d63876d4','2026-12-02 15:49:29.933'),
('0003_sheet',4,'done','a77a17e879cdb9c25a327054318a8eda3c29640a015d61638e9810a6af114621','2026-12-02 15:49:30.018'),
('0003_sheet',5,'done','a9c3b5e3ecd6f919fc1dc41e22d90f287de567c22db5b609f6376e660bd35d05','2026-12-02 15:49:30.041'),
('0003_sheet',6,'done','d982b96261107c92267942557faff9a7a20c7e78863a4df2e73da1bd8583ae60','2026-12-02 15:49:30.054'),
('0003_sheet',7,'done','83c434c8a9a404b23c194467ff1efa772f4744d1646802505ce844a2bbe79d6f','2026-12-02 15:49:30.060'),
('0003_sheet',8,'done','014541e844353b3757834134fd58f77c92ab292ff75718867b77c548729db81d','2026-12-02 15:49:30.076'),
('0003_sheet',9,'done','0f351d3695b21575a0137bc2fbae13b154120ca3dcb90d6b362bcd992b9c08d6','2026-12-02 15:49:30.098'),
('0004_nothing_lost',0,'done','5cf3cc4c64ff18e070570af0781f844c7b78236957a3bb2474c68c56fb38ce94','2026-12-02 15:49:30.104'),
('0004_nothing_lost',1,'done','c8ad401f37b714dd9761f34e5b0ec74dd9818c0fee7214864f6fad222039ef34','2026-12-02 15:49:30.111'),
('0004_nothing_lost',2,'done','78c00e472a20b43c493b3d241512f60a2e79de0931f53e236038e13bb9cb162a','2026-12-02 15:49:30.128'),
('0004_nothing_lost',3,'done','398b487b2af52278e3fe67c725ef07cabf6d3082be58f8e1169cfad1d08e8bf1','2026-12-02 15:49:30.133'),
('0004_nothing_lost',4,'done','96aef7e7520ba81a524271b7c0670976f4b749fdc3ada9a683f3dc65ea5e7a71','2026-12-02 15:49:30.137'),
('0004_nothing_lost',5,'done','f905cde277aaacf8614de02617d348a510cabe87877f30ab349aa0eb58877d79','2026-12-02 15:49:30.144'),
('0004_nothing_lost',6,'done','9502645b4a21e5614984f60d4b9ce79d8083780a7ff88e821e2de3f66ddd4877','2026-12-02 15:49:30.148'),
('0004_nothing_lost',7,'done','dfeb133ee4cf51c2ea1d15c5bac5f0d0d96c9e5213be2ecae943964737381264','2026-12-02 15:49:30.152'),
('0004_nothing_lost',8,'done','0c253198c19e1aae1c9cdda2982ae96deb192fccb8d5154d6c37f3c1fc5e8807','2026-12-02 15:49:30.160'),
('0004_nothing_lost',9,'done','e332b3214e2843d9c88e7e7353f4307dd62c68873dccf4ab6cbbfad312fcd7ac','2026-12-02 15:49:30.165'),
('0004_nothing_lost',10,'done','3e658f0ffea9ed8ac0dd29d80a7071250920e082aa3628f78665017130714897','2026-12-02 15:49:30.176'),
('0004_nothing_lost',11,'done','2cca245a5933fb949c1d008748450f7589ced4e34e7576375437dac0294e663a','2026-12-02 15:49:30.181'),
('0005_files_in_pieces',0,'done','5d51a312892c37b0b4d6116213af562c0a05571fbb0c8eceb8929911320493e0','2026-12-02 15:49:30.182'),
('0005_files_in_pieces',1,'done','005765d0c41977fad33ea9d0fc13c303ea40f1315069705df3cff0f1fef51397','2026-12-02 15:49:30.187'),
('0006_stay_away_version',0,'done','74912d314519f37fe727b71f3f943fe9a77fd798d2bc948ae440b24eb661a974','2026-12-02 15:49:30.191'),
('0007_costings_of_candidates',0,'done','b28532d1e81e992e2c0ee698e9927bd396ae422ed97cbc92184f8fb0b4be6984','2026-12-02 15:49:30.196'),
('0007_costings_of_candidates',1,'done','537775688a94d3a649aeff5c8eb6b553678de254a02e3467865fe049895c85d7','2026-12-02 15:49:30.202'),
('0007_costings_of_candidates',2,'done','813ac328c4b0f8e5ae77f1d0bb3c509c181215a5bc87817967e2011b3e2370ff','2026-12-02 15:49:30.241'),
('0007_costings_of_candidates',3,'done','c7ed7448b7d688698b7352a4f2f0cb16d8c1e5f99f7d8664c3c1843c7f60d15f','2026-12-02 15:49:30.244'),
('0007_costings_of_candidates',4,'done','d4953c38b4dcb2f99a3031739091700270d31970cf0fca5c9d6fbade7d79fe2b','2026-12-02 15:49:30.256'),
('0007_costings_of_candidates',5,'done','632914277726c49bf8f9f53489899673d113aabf78cffb20bba7d02dfb3b006c','2026-12-02 15:49:30.263'),
('0007_costings_of_candidates',6,'done','fb7b1834b47cc8c691d3fd4019ccc316be9ffae7f70cc7af6595a0ec5c3dfce4','2026-12-02 15:49:30.269'),
('0007_costings_of_candidates',7,'done','6a0db08d5350cf42ea94769854c23c1a8ae4c7ac2177a22d99b3e71abb280e71','2026-12-02 15:49:30.274'),
('0007_costings_of_candidates',8,'done','280a571d2ccbbf91b41f470cd26e232bb568902bc4075113210b24bbac2b06ac','2026-12-02 15:49:30.279'),
('0007_costings_of_candidates',9,'done','d12309385d43dd38ce9a337179b84233d79e692870f59c74fcccbb01c07d367f','2026-12-02 15:49:30.286'),
('0007_costings_of_candidates',10,'done','c3a39e63640b96aec25821b9270fbb8c209f9e87c89b42268635a87fd272ac03','2026-12-02 15:49:30.288'),
('0007_costings_of_candidates',11,'done','4477d484aae88963b95e55cd4ba42749bd724b8e5413bb9dd0f23155ee7c12ee','2026-12-02 15:49:30.289'),
('0007_costings_of_candidates',12,'done','d2821d89e403df8b85bda9f221b7b964dd87bfc86f88e6ccb95173ce63703d3d','2026-12-02 15:49:30.290'),
('0007_costings_of_candidates',13,'done','36812bd819083cc499b00ec48725c5a370a208f66e8978ca42620e47d62d73f1','2026-12-02 15:49:30.298'),
('0007_costings_of_candidates',14,'done','be3b9788a272b9ba80ed9e5272c65e4f235acb90238098a889e9fc455abd55c3','2026-12-02 15:49:30.307'),
('0008_scoresheet_versions',0,'done','a03cb2b78708818439d47f395e524d9a9fdbec85e02cc22b2fa167e3fc3061c1','2026-12-02 15:49:30.315'),
('0008_scoresheet_versions',1,'done','8edb5e1150757b657794f8a1762c80eb9a0fe69bec457c8546de61e2a691170e','2026-12-02 15:49:30.319'),
('0008_scoresheet_versions',2,'done','0043b8893543952eec2b568feed02c5432c97eeff71f583b51bd24b62c47d68c','2026-12-02 15:49:30.322'),
('0008_scoresheet_versions',3,'done','74ba424c1663e3a69e0785b9fe6b685b7bee2cde7292b4b50ff0e2d816829a78','2026-12-02 15:49:30.323'),
('0008_scoresheet_versions',4,'done','a2ce5dca19bd013083195f3378815040a94ca81606586e0c4fbde07d4db25cc1','2026-12-02 15:49:30.325'),
('0008_scoresheet_versions',5,'done','dd5b951c98aa7582b9923b273a0f741157906e2c1c54460da65b14b4d408e906','2026-12-02 15:49:30.342'),
('0008_scoresheet_versions',6,'done','fc065d72868298e0e882af90ee8b3645317a9493f8f7dc42cdf1c9fc78e6bd1a','2026-12-02 15:49:30.347'),
('0008_scoresheet_versions',7,'done','46946a265ac582b0479283ff08c21dc78779113d72c29079665eb8655f8bf354','2026-12-02 15:49:30.356'),
('0009_own_data',0,'done','9f4ea961b2631efe417c448495fa663a28798473b17791303299383d6a622625','2026-12-02 15:49:30.360'),
('0009_own_data',1,'done','ac364fc64df08d575f4646275d2d8afb0463b9fa51b3f80d41f1702da50e7d6b','2026-12-02 15:49:30.367'),
('0009_own_data',2,'done','00b993822da0e45b13abe468ca0752cfbbf43b75efe24a0bbe5023116671df7e','2026-12-02 15:49:30.371'),
('0009_own_data',3,'done','589e76082b2d7e1324a747cc6ad7d8c25e576b81bb455e764395f2be526fa72b','2026-12-02 15:49:30.376'),
('0009_own_data',4,'done','d183b30f865bb0ed307afd31efd6a90ed6e1e91010df238b93d17f95e8444d09','2026-12-02 15:49:30.380'),
('0009_own_data',5,'done','e9081894c7cf5a1b1c607d9071c729aa8df06f2be9b2f38ddfacea2364d5a145','2026-12-02 15:49:30.383'),
('0009_own_data',6,'done','6508e4ccb5c90cc658ed0cae38fa5e5b64d4984e7be496d4ca8e6c1d3f793983','2026-12-02 15:49:30.394'),
('0009_own_data',7,'done','38fe936a5b6915da28b4318eb13a9b4163ac671d775e178b1860d908d42d076d','2026-12-02 15:49:30.398'),
('0009_own_data',8,'done','39a4f92998f46ccddca661585caf1657753d0ccfdd737b9d72b9c8a49ee79e30','2026-12-02 15:49:30.402'),
('0009_own_data',9,'done','272ee627357f3a07ef64f3f081013afe2f6a035fd25ff9a7c9defa5f4fc55e83','2026-12-02 15:49:30.407'),
('0009_own_data',10,'done','9f1b203d7a6323a793158c7e236071cbdd1846cbebcbc8a56140df6c7f9d52ef','2026-12-02 15:49:30.411'),
('0009_own_data',11,'done','93c640769798ff669433aee0ba621b76ab359d1b49f319f56efb72c41b783802','2026-12-02 15:49:30.416'),
('0009_own_data',12,'done','2afad99297cef820d128c38090a589825ab4bbc1543f8f28b081c5099ffe4f1c','2026-12-02 15:49:30.423'),
('0009_own_data',13,'done','0f84fe83ef9b1c566663e89272afcbeb0ca1200810d7d8178a3bd607b6082f25','2026-12-02 15:49:30.428'),
('0009_own_data',14,'done','23fe5a538dab57aed2281240cf0e14a37dc3771c27116dc10c13e333b9f6e2bc','2026-12-02 15:49:30.433'),
('0009_own_data',15,'done','addde28c3ff10e14253875b329d995757d114a1235d00c58f9126382a069249d','2026-12-02 15:49:30.436'),
('0009_own_data',16,'done','2d3cb6e67755e002a9948178c3b2b927b8a2bdef21979628f1bf38839a7d4d0e','2026-12-02 15:49:30.443'),
('0009_own_data',17,'done','0da9df38aebf894b7041e58ea49f934d5f8848934674e4684cba933c1a4eddb2','2026-12-02 15:49:30.457'),
('0009_own_data',18,'done','7c512f12fa652b2aa3eee75d18e94a1e7f60e90eb6038adb8f54b3e90fee4b84','2026-12-02 15:49:30.469'),
('0009_own_data',19,'done','1631ac000d7126bf865704c1074bb4e8289a1b30554cd9f326c67f63fec9c596','2026-12-02 15:49:30.480'),
('0009_own_data',20,'done','197d738a5ac6600cb335f0b04a470c6033ece646fded1ad91532f2207d3549c8','2026-12-02 15:49:30.482'),
('0010_supply',0,'done','f0d3b1809a1628173f038f6585618e33da11b7ee993044c76c7894a9264863d3','2026-12-02 15:49:30.485'),
('0010_supply',1,'done','1b382f1c876083923b767aca8b97fd7f2046f3421ebee2f05dcaf9a9c2d619c7','2026-12-02 15:49:30.488'),
('0010_supply',2,'done','e8413eebd6d1421ed32d4f160506a3ff2fede5f03ae053bfa0da7429218a5b5c','2026-12-02 15:49:30.492'),
('0010_supply',3,'done','fef8fc3748e8be1b1a6b5c135c3ac2836f5aaf81ac9a1708e1eaee41c627b07a','2026-12-02 15:49:30.495'),
('0010_supply',4,'done','8da2c66915fff06290a7efb0091cbfec33715e730e93f91462b0533959e08072','2026-12-02 15:49:30.499'),
('0010_supply',5,'done','0abfabfc586b6f764a7371062502945cc42673af83a1435d1fe8daa4618e81a4','2026-12-02 15:49:30.518'),
('0010_supply',6,'done','5523dc270844b7d7e4fdd33883254f4691d87779be57cbcdb8b55d589d14fa59','2026-12-02 15:49:30.523'),
('0010_supply',7,'done','efa7b415849d2febf316324c8d2bf8ff479b4a6e786d7682c547d63309db0ca6','2026-12-02 15:49:30.568'),
('0010_supply',8,'done','d2010cccf277dbf46a0191c6f578078d593ae92df8a162c3e2b43b6396a78911','2026-12-02 15:49:30.583'),
('0011_folder',0,'done','5fec241aab5d0a130389196435d5a77267be7508de4c2273a65e6075590ab8c1','2026-12-02 15:49:30.587'),
('0011_folder',1,'done','32b73792188c670de45548577752213260c91e9a9ef225695e5286f815218920','2026-12-02 15:49:30.590'),
('0011_folder',2,'done','5dfb9c45b2f2248d296b6cdc87dac09041be855eaf4050b0d3ffbe9b79c67793','2026-12-02 15:49:30.600'),
('0011_folder',3,'done','93b15c6e1a1f0e766a46ade70cf75207704b2756d005e427bb206c9c7f4a4f7f','2026-12-02 15:49:30.606'),
('0012_said_by_concepts',0,'done','175c71358ad66dbb71d5e8b5548d72ac7b86f6dbc8379ce877f792aecf6d3d80','2026-12-02 15:49:30.607'),
('0012_said_by_concepts',1,'done','0ede1b76e8a09eafcece5c9b2fb815e27024a4c488a98635ec021728bb31e4b4','2026-12-02 15:49:30.608'),
('0012_said_by_concepts',2,'done','ecee882dc27f0e5eee1cf7be94c5d4a93182ac136f758a5260951828db81416b','2026-12-02 15:49:30.612'),
('0012_said_by_concepts',3,'done','fcce31df04368d228a19eb45da1f47414075ad63c4721c3d5348bfd47f4da037','2026-12-02 15:49:30.624'),
('0012_said_by_concepts',4,'done','5a839d4748319bf987b589e3d4abe8ab545e3bc25f8f82c91d977daeb134e475','2026-12-02 15:49:30.634'),
('0012_said_by_concepts',5,'done','a8c6453ab5dfb23d4b53f45bd0ed93c3e813d718a2c4a81e9d7f1d189fc6361d','2026-12-02 15:49:30.640'),
('0012_said_by_concepts',6,'done','c2fbbd30a350ac10ad3b5ad033e1207e03b1e9de6b54efcfe0214a5c76be42f5','2026-12-02 15:49:30.644'),
('0012_said_by_concepts',7,'done','6e572eb3f6f0a8783c9455c9e66391d59a873d9a68d9cf4944b5f7be17a901a2','2026-12-02 15:49:30.647'),
('0012_said_by_concepts',8,'done','614b2c899ebb5a2ce137ca8f42301f1dc47be81246334424491881d0760f0bf8','2026-12-02 15:49:30.651'),
('0012_said_by_concepts',9,'done','57a2121402e6fbb279704c2e27e59071db02626adaac49c31dfa42d27308d8fb','2026-12-02 15:49:30.654'),
('0013_briefs',0,'done','21309d5fd0028cda866e8fca5f2fb75b7f070708e43da3258ff8480d8ddecf37','2026-12-02 15:49:30.658'),
('0013_briefs',1,'done','32b29c6daa39cc646090422f5bc95e9293b08670d56931fd420e6eac22124767','2026-12-02 15:49:30.664'),
('0014_reviews_read',0,'done','ab1dfe4356dcb780c1349558301aa6e37b25ab603718d0643123085be2ed2a16','2026-12-02 15:49:30.668'),
('0015_review_corrections',0,'done','1f28480561e2b3af38c81a882d45e18fa0156c7eb9a027e82e4f6691d3249f06','2026-12-02 15:49:30.671'),
('0015_review_corrections',1,'done','475e9be25b6ed425e1e8a9085f6d3782bf164a78bc63580ffea4d108c6705480','2026-12-02 15:49:30.677'),
('0016_fee_seasons',0,'done','eb281d71068a34683b78b963aac9bbe4d084d4559db61995a8be5e01736c4c15','2026-12-02 15:49:30.678'),
('0017_quotes_with_cartons',0,'done','146239bd15c2c7536a92ef8346d0a4d2ad024d24a3ef341cd7e0adab7c4c63ce','2026-12-02 15:49:30.682'),
('0017_quotes_with_cartons',1,'done','1f79ffcc13dc8c91e1aaf0236925c5839fde092b2a1792fee52746ebb48ca512','2026-12-02 15:49:30.688'),
('0017_quotes_with_cartons',2,'done','7b888858e1fd9d29e463b723ebae44976e8b3ad3ac5c05c06870b06dab6ff871','2026-12-02 15:49:30.695'),
('0017_quotes_with_cartons',3,'done','e7ec44d17261812711743d630f5c419347700503b6fc5fc613caa330606c9598','2026-12-02 15:49:30.699'),
('0017_quotes_with_cartons',4,'done','1694714b419b65af1c81ca09d67f6005dda802952398787c30bc614a34f8c5fb','2026-12-02 15:49:30.704'),
('0017_quotes_with_cartons',5,'done','bd026c69542502f12e210ec07d4e167e5695e533d8292a469820b5ba96592078','2026-12-02 15:49:30.709'),
('0018_cost_rules',0,'done','aeda52cf1260cdb37650a63fd0f5fe1faca00a560c77303516d900d75b414bbb','2026-12-02 15:49:30.716'),
('0018_cost_rules',1,'done','a0df923394d02a746c3cfdc4196ad817aff56e581856abf60202488a616b212d','2026-12-02 15:49:30.723'),
('0018_cost_rules',2,'done','795214e6485fddbe315028f09abdab03f83d6f30f7aa29de0885683a1dd37091','2026-12-02 15:49:30.728'),
('0019_supplier_directory',0,'done','62eab4e4005e3d1d525c66a0ed40ae60def6d6b3f732cc3a89ea539afa6e9d07','2026-12-02 15:49:30.731'),
('0019_supplier_directory',1,'done','edab7ec7774665f833c3bdb2fb120c4af0e632e231558e8161932ea7fbdd787c','2026-12-02 15:49:30.734'),
('0019_supplier_directory',2,'done','29298de328d13157f18a3df7e77e8fed65886abcad5c328dcdd08daf17b985af','2026-12-02 15:49:30.736'),
('0019_supplier_directory',3,'done','5c1b6d4cddfc42a89f457c50d5f20712fd6cdc5baa9530a583db75d9b79a60ec','2026-12-02 15:49:30.739'),
('0019_supplier_directory',4,'done','9164943044666fe031d07c63f01ec8186012ce7a7c60a0baebd8a58bbfca3cc0','2026-12-02 15:49:30.744'),
('0019_supplier_directory',5,'done','32d56f7b8986aa3602a262f0a786b46193adf3eb9fa11144fe5e255d5caca7e6','2026-12-02 15:49:30.753'),
('0019_supplier_directory',6,'done','59c8f8625a8878d66de243d5bc10d88586406ab3d0a4604319da92541253762a','2026-12-02 15:49:30.759'),
('0019_supplier_directory',7,'done','5e0adb6c00c5519563406a2ea1c0ca15437c2d0300b307f8567ccf324a3736a3','2026-12-02 15:49:30.781'),
('0020_drifts',0,'done','347cd39dcd48a01d4f1666640f227ef28d226c8c1031bd67a6db607e18f3f2ac','2026-12-02 15:49:30.800'),
('0021_watch_groups_and_runs',0,'done','0a542b8607b10dab2befcb87d5126ecbd66bbc0b368736da46374651ad9b4a1b','2026-12-02 15:49:30.814'),
('0021_watch_groups_and_runs',1,'done','d346174bc16af78df6dcf97a0b65cfbc214f61254a27e0fbfb42c734d448acab','2026-12-02 15:49:30.818'),
('0021_watch_groups_and_runs',2,'done','45efb06a6992eb08002a35f33d85633b635e8b69d64b1803ee1c2c3217014bef','2026-12-02 15:49:30.830'),
('0021_watch_groups_and_runs',3,'done','fffef7b4d09efd8a4f5e2d7203f76ac6d108d671f84c475c9ac1d227cf1ba88b','2026-12-02 15:49:30.844'),
('0021_watch_groups_and_runs',4,'done','54d450d4c4df84eea5f9267933c7be364d65a9233bba394207c892fb1adea27b','2026-12-02 15:49:30.869'),
('0021_watch_groups_and_runs',5,'done','323e30a8eaf0d56afc1a9868b96d667f1551038567e73a8b195ab25723028520','2026-12-02 15:49:30.889'),
('0021_watch_groups_and_runs',6,'done','506cd88d927907c06c31b39265010530e639f8cffd41c05b419d6ec434ea0184','2026-12-02 15:49:30.903'),
('0021_watch_groups_and_runs',7,'done','efd6e0c698c5a971768bf8c9d1744e68e04513e3ac0df3709cd0f16b6df6ad82','2026-12-02 15:49:30.913'),
('0021_watch_groups_and_runs',8,'done','3e67ee9b3ab362aeadd309f11e3a92b71b07cb4164f3ad94f9f39561313c3fa2','2026-12-02 15:49:30.944'),
('0021_watch_groups_and_runs',9,'done','cb8facd48398b641129e4b8e3a97d869f6eaffa529785a6d856c78432b6aa6c1','2026-12-02 15:49:30.966'),
('0021_watch_groups_and_runs',10,'done','1b5ce9a87f1d13c7081f8a364f89d6689772947cd633b55466b4546ff973a362','2026-12-02 15:49:30.973'),
('0021_watch_groups_and_runs',11,'done','b0b4f190ff54be4a1f81c3a053ce6d043a7970430633a05a40d66d5b47c0dcca','2026-12-02 15:49:31.000'),
('0021_watch_groups_and_runs',12,'done','0a62fae3a61a8329590a0c961d6d942a449f2e163da1ecaac2b3791828a2d8d8','2026-12-02 15:49:31.011'),
('0021_watch_groups_and_runs',13,'done','fe5bc85e5584c4615fb4d0cf07998d45fdf7a45e257bdb1ac165817e25654f52','2026-12-02 15:49:31.020'),
('0021_watch_groups_and_runs',14,'done','f4494b0ab2cf49529632fe7b3ea39b9fce60a743c10981f74a47673f04206a16','2026-12-02 15:49:31.027'),
('0022_decisions',0,'done','858d3b8e1978d3366ad785bca88bddd84e72d0d855dbf82259144b5d88b0984f','2026-12-02 15:49:31.030'),
('0022_decisions',1,'done','20b3c9f499b70bbe2c77df142a8377b3d186bfde39fa0a860094258f67ae2be9','2026-12-02 15:49:31.037'),
('0022_decisions',2,'done','01165942622d5fd3163e5e4511dcaff8de0be5b0ab3702b973f7358dc8958499','2026-12-02 15:49:31.042'),
('0023_pages_orders_and_opinions',0,'done','13986d4947104cb54df59eae12cb7c86847bc2dbb49da713594b216d2426a4b8','2026-12-02 15:49:31.045'),
('0023_pages_orders_and_opinions',1,'done','1c70a66397b5b60c33bee25f1a777e1dbdc9898d62d1b105f52ea1f3f00b0d90','2026-12-02 15:49:31.048'),
('0023_pages_orders_and_opinions',2,'done','79d789ae3d10a2b45c7c9049c5f5eb8fcafcc615f6f1d2b04128a3de91098411','2026-12-02 15:49:31.051'),
('0023_pages_orders_and_opinions',3,'done','f6be379a1d9073df07ba096048d623fa0b6a85b7d825244070c4934ffc55732b','2026-12-02 15:49:31.053'),
('0023_pages_orders_and_opinions',4,'done','3c27e1c0cc313d7b266827cbf5857c5037e599c95d829da57240b17381376cb5','2026-12-02 15:49:31.056'),
('0023_pages_orders_and_opinions',5,'done','e2dccd8b62ee44f976a781e13c7cbe63ff3085ae50e6142183aa0be551d7f1b0','2026-12-02 15:49:31.060'),
('0023_pages_orders_and_opinions',6,'done','b7062d1290c7c9ac637ad9cc4abb71f1ac36faa6340189bde17cb573edf6dcee','2026-12-02 15:49:31.064'),
('0023_pages_orders_and_opinions',7,'done','188151ca0ea9676c3728aa9a971a91ca3c6862ac9e607743c77ac83abf4a21a5','2026-12-02 15:49:31.068'),
('0023_pages_orders_and_opinions',8,'done','9b762f73c612d7ca272547b28c923289766ee3dca2c023bb1f8136ba53e431c4','2026-12-02 15:49:31.072'),
('0023_pages_orders_and_opinions',9,'done','23cc1426f8c00462d397efa133e6f322871252b10a2c0936c53906f8fc1953bb','2026-12-02 15:49:31.075'),
('0023_pages_orders_and_opinions',10,'done','af67eb539bf1118f0bb1c3fdf2846489a2bf7df2c15bba43be99cac556cc62d1','2026-12-02 15:49:31.079'),
('0023_pages_orders_and_opinions',11,'done','f153fe364bfe66a7860b93bccea6a26607c817b5dff4d019f859bd2574140b42','2026-12-02 15:49:31.086'),
('0023_pages_orders_and_opinions',12,'done','c26513761b90a216c15da7e872236cdc0cce8342556ccebc50b12efd4c61d04a','2026-12-02 15:49:31.109'),
('0023_pages_orders_and_opinions',13,'done','46b9e59a228d3c5ebc5ed5e7981464c731bdf62ed7114170a38fa908b1a37c14','2026-12-02 15:49:31.118'),
('0023_pages_orders_and_opinions',14,'done','5f58c47126f61e2b1be0f8ad7928a16c3ceefb42e8d3ac8a7f2a11b0724ac305','2026-12-02 15:49:31.125'),
('0023_pages_orders_and_opinions',15,'done','f3881349de308e6048ebee5870ea9a9b64443ec91ce27db4657b1dde86f85bbe','2026-12-02 15:49:31.132'),
('0023_pages_orders_and_opinions',16,'done','e426754068b20e365b40a309d5e6dbee9e82c6fd3871044737320d17e2814cff','2026-12-02 15:49:31.142'),
('0023_pages_orders_and_opinions',17,'done','49fe0f06fbaf583aff14ea4f8baf1057163628ac3df0ad591092e4d513c67922','2026-12-02 15:49:31.148'),
('0023_pages_orders_and_opinions',18,'done','d634db95ad0ea6b4b7186ab2c3d28685e2c8946fc1d095fab4ceca14e6b59763','2026-12-02 15:49:31.156'),
('0023_pages_orders_and_opinions',19,'done','dcb417fbe2f4a0234fe5a18a1d31e374d8f1d7ffcc2cc4346537020c74204a04','2026-12-02 15:49:31.162'),
('0024_people',0,'done','2523a9eb1ae10013b2cb180e6105d31efe6b4c036da0f5e45ff2725b3c9a9fe3','2026-12-02 15:49:31.166'),
('0024_people',1,'done','d80cbef1ec33c3019a2a31d7ecf5b184b9350745326fa6cbe0b756e3e85483ed','2026-12-02 15:49:31.169'),
('0024_people',2,'done','e46e555242a4311239a8bd8e342fb4ed63c8baea9d8d5619543e091e5eae072b','2026-12-02 15:49:31.171'),
('0024_people',3,'done','2c1f29826443922f527832f79580c59b2c988fc5e5f0a6ff352cdc96d42ce30c','2026-12-02 15:49:31.174'),
('0024_people',4,'done','5d6493e601156fdefc888fd532dafa86bab64881f3aa59d17a85ad70e753ce8e','2026-12-02 15:49:31.176'),
('0024_people',5,'done','27c9577715eed7ca7ceb3ef905c50b738873a83dc3bbf353383c0f8d08273c16','2026-12-02 15:49:31.179'),
('0024_people',6,'done','83d03dbd5f968f87e35f96321e341483e3898b18b5c7bc762d7e484ca6a3a44a','2026-12-02 15:49:31.192'),
('0024_people',7,'done','377ec136614c9916312ab4156448f5154935a8f6acdc82615216cccad240182a','2026-12-02 15:49:31.196'),
('0024_people',8,'done','5acbf00a7362fc789ee9093adaae860a4be1b3e72c2a683f456eba1b5a171a30','2026-12-02 15:49:31.201'),
('0024_people',9,'done','ad6d7a7bd4c70290cb77dfc9c67efbeb54a7b232d9d0142f4ee075f353833fd1','2026-12-02 15:49:31.217'),
('0024_people',10,'done','ef8db6949e7096fe59768a07a27072ed5478d23a46309301b3496c785b2c341e','2026-12-02 15:49:31.265'),
('0024_people',11,'done','db57cd07a1232b5522a9e01db25ec37f1ae8c0071fe98f5352b365948bc10777','2026-12-02 15:49:31.285'),
('0024_people',12,'done','9ea56ef3b1bf0fd7b7f7860de91d68e44a342e9bded402a8e977d24fdc33d6f9','2026-12-02 15:49:31.299'),
('0024_people',13,'done','4d05bdfebadb164722f43c518aa27ade92912efb5fbe2e9e4333a0c311e196e1','2026-12-02 15:49:31.303'),
('0024_people',14,'done','c238f578db2f34bde66d181c4c77a9e8c306a8869c93d312a2fcba9e5b205307','2026-12-02 15:49:31.309'),
('0024_people',15,'done','364554fff75551423ef42a175c6ec51500a9f5fa847cdc560665fabadbd77554','2026-12-02 15:49:31.313'),
('0024_people',16,'done','e6a86c0054a105623cf5dc6086ef1059cf800ba77c2778d3a8bd0cb78c6e7ebd','2026-12-02 15:49:31.325'),
('0024_people',17,'done','ca7378c034f643c3dd4fd612bbe4706b471d9d4c1f848b606878ebf3b6d13b0b','2026-12-02 15:49:31.331'),
('0024_people',18,'done','f8d00d1705256305afdbfc608684f216d85ff079606281f5c4e104807f8d84dc','2026-12-02 15:49:31.340'),
('0025_together',0,'done','8741700cae228065773b92be5e1dc08af7fde7cfc153a3b1b81536805939317b','2026-12-02 15:49:31.344'),
('0025_together',1,'done','15b930ceccdb152fb40c6421cfbd7c8f7b054a71fc4e9c446c798b92e45449cd','2026-12-02 15:49:31.348'),
('0025_together',2,'done','6c170074b805ebe3055299d38833d81dc042d42e90fdbab6bee5bb31bf1b88f1','2026-12-02 15:49:31.353'),
('0025_together',3,'done','2f6da496364684a0b752aac4bd241adf3871112309bebd03c24b23761a625cc4','2026-12-02 15:49:31.359'),
('0025_together',4,'done','0dde34505c8324e978d327e1d1b86d842f5da81b23b466526ab336a904d1de20','2026-12-02 15:49:31.362'),
('0025_together',5,'done','bb94fbb7832c050dee2ecd46541b7e0cb3b4a19b4b7f24ee5cf0bb798ab22e76','2026-12-02 15:49:31.371'),
('0026_inboxes',0,'done','0c47d4244bcb2d402d44f15429c773fc68f7732118ffc6ad7c5a5cc09a053974','2026-12-02 15:49:31.375'),
('0026_inboxes',1,'done','ae9b7fc66207a3944a3fd775b63d776e252b2b7b8bae34898e5aef8d5d6eb23e','2026-12-02 15:49:31.380'),
('0026_inboxes',2,'done','4e31dc235a709883b15b5e5be748b089187e12dd6f447e06f47e884e4d60dd90','2026-12-02 15:49:31.385'),
('0027_own_things',0,'done','de1512b4d92da0ed38a32b594ef92349f2b63661f4a4dc8f93796b53bf46c09f','2026-12-02 15:49:31.388'),
('0027_own_things',1,'done','af015d868fb2ab91d14ba258655e37591d7c9cf043106be0aa4a146d4c5a5995','2026-12-02 15:49:31.392'),
('0027_own_things',2,'done','898532e85f6eea73ff5d2e7bae41d403911f14dc5592e4362eb152a927e0b571','2026-12-02 15:49:31.401'),
('0027_own_things',3,'done','e0e19d0c9afbf6b6984aae6ae518283889c2a6ea5346c3194149c34bfc531ddb','2026-12-02 15:49:31.407'),
('0027_own_things',4,'done','bbec0c4e1b342b8a7644c56330023a2a662bf39fb68448a8bfae997898f8aada','2026-12-02 15:49:31.416'),
('0028_second_factor',0,'done','3d5bc6e1448acaccc3f23e3438015c632ef1df533d61b5470a9afa1550e10a17','2026-12-02 15:49:31.419'),
('0028_second_factor',1,'done','0d76164cdca77b2285be62a3f353ab72fa5282c789f5003979483f2798389035','2026-12-02 15:49:31.422'),
('0028_second_factor',2,'done','9e2996bf2045eaabce481d847c6d2b0a305eac60a9e27ada8377956076816823','2026-12-02 15:49:31.425'),
('0028_second_factor',3,'done','769e5e4e7029d142278e7e943a6f1783210135fe9b05066f3b66b0894718630f','2026-12-02 15:49:31.428'),
('0028_second_factor',4,'done','b3aa1a2a775904490178a89ee6b202396ff5110f57e79460e89f02bf47f4e9d9','2026-12-02 15:49:31.434'),
('0028_second_factor',5,'done','27d0e1ce3d1c6ab5daa6a0ffa9a816a1d2a4242ae17c0ec89c3d1decaefc5e04','2026-12-02 15:49:31.437'),
('0028_second_factor',6,'done','c265f889baf011b2ff550b2f1979eda520b701ad8b621d37b328816b3f933b65','2026-12-02 15:49:31.443'),
('0028_second_factor',7,'done','c00de156ea82c629e9d3ca506fedd8aa2ca943863b89b37968eceb6975feeb62','2026-12-02 15:49:31.451'),
('0028_second_factor',8,'done','183fe9f974d3baf5e9b4c4c3feb45ded4a2eec8e7f170e1e5b2b1148a3634255','2026-12-02 15:49:31.467'),
('0028_second_factor',9,'done','3b4e7f06c36dbd93a25d4684dcf3139f240b8357d5026a5b10ed54680c4fa48f','2026-12-02 15:49:31.472'),
('0028_second_factor',10,'done','1d54cfe8ad2a1b1c8d336d56dabba65b67cc5d531fad21b6a0bbf19b8a77f1dc','2026-12-02 15:49:31.479'),
('0028_second_factor',11,'done','35f05be5fce6713501c9457194e5cffe07fc47c8583d1dc9970928c51ca0822d','2026-12-02 15:49:31.495'),
('0029_one_count_of_tries',0,'done','f16d37836bbdfc0e4c129efe7cc9191a504735a2072f4c239f246e32434af698','2026-12-02 15:49:31.498');
/*!40000 ALTER TABLE `migration_steps` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `monthly_history`
--

DROP TABLE IF EXISTS `monthly_history`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `monthly_history` (
  `listing_id` bigint(20) unsigned NOT NULL,
  `month` date NOT NULL,
  `price` bigint(20) DEFAULT NULL,
  `rank` int(11) DEFAULT NULL,
  `reviews` int(11) DEFAULT NULL,
  `import_id` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`listing_id`,`month`),
  CONSTRAINT `monthly_history_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `monthly_history`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `monthly_history` WRITE;
/*!40000 ALTER TABLE `monthly_history` DISABLE KEYS */;
/*!40000 ALTER TABLE `monthly_history` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `niche_clicks`
--

DROP TABLE IF EXISTS `niche_clicks`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `niche_clicks` (
  `niche_id` bigint(20) unsigned NOT NULL,
  `day` date NOT NULL,
  `listing_id` bigint(20) unsigned NOT NULL,
  `share` double NOT NULL,
  PRIMARY KEY (`niche_id`,`day`,`listing_id`),
  KEY `niche_clicks_listing` (`listing_id`),
  CONSTRAINT `niche_clicks_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `niche_clicks_niche_id_niches_id_fk` FOREIGN KEY (`niche_id`) REFERENCES `niches` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `niche_clicks`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `niche_clicks` WRITE;
/*!40000 ALTER TABLE `niche_clicks` DISABLE KEYS */;
/*!40000 ALTER TABLE `niche_clicks` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `niche_corrections`
--

DROP TABLE IF EXISTS `niche_corrections`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `niche_corrections` (
  `marketplace_id` varchar(40) NOT NULL,
  `term` varchar(160) NOT NULL,
  `niche` varchar(160) NOT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  PRIMARY KEY (`marketplace_id`,`term`),
  CONSTRAINT `niche_corrections_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `niche_corrections`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `niche_corrections` WRITE;
/*!40000 ALTER TABLE `niche_corrections` DISABLE KEYS */;
/*!40000 ALTER TABLE `niche_corrections` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `niche_terms`
--

DROP TABLE IF EXISTS `niche_terms`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `niche_terms` (
  `niche_id` bigint(20) unsigned NOT NULL,
  `term_id` bigint(20) unsigned NOT NULL,
  `share` double NOT NULL DEFAULT 1,
  PRIMARY KEY (`niche_id`,`term_id`),
  KEY `niche_terms_term` (`term_id`),
  CONSTRAINT `niche_terms_niche_id_niches_id_fk` FOREIGN KEY (`niche_id`) REFERENCES `niches` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `niche_terms_term_id_search_terms_id_fk` FOREIGN KEY (`term_id`) REFERENCES `search_terms` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `niche_terms`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `niche_terms` WRITE;
/*!40000 ALTER TABLE `niche_terms` DISABLE KEYS */;
/*!40000 ALTER TABLE `niche_terms` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `niches`
--

DROP TABLE IF EXISTS `niches`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `niches` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `name` varchar(160) NOT NULL,
  `category_id` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `niches_name` (`marketplace_id`,`name`),
  KEY `niches_category_id_categories_id_fk` (`category_id`),
  CONSTRAINT `niches_category_id_categories_id_fk` FOREIGN KEY (`category_id`) REFERENCES `categories` (`id`) ON DELETE SET NULL ON UPDATE NO ACTION,
  CONSTRAINT `niches_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `niches`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `niches` WRITE;
/*!40000 ALTER TABLE `niches` DISABLE KEYS */;
/*!40000 ALTER TABLE `niches` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `opinions`
--

DROP TABLE IF EXISTS `opinions`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `opinions` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `candidate_id` bigint(20) unsigned NOT NULL,
  `scoresheet_id` bigint(20) unsigned NOT NULL,
  `document` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`document`)),
  `day` date NOT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `person_id` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `opinions_person` (`candidate_id`,`person_id`),
  KEY `opinions_scoresheet_id_scoresheets_id_fk` (`scoresheet_id`),
  KEY `opinions_candidate` (`candidate_id`),
  KEY `opinions_person_id_people_id_fk` (`person_id`),
  CONSTRAINT `opinions_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `opinions_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`) ON DELETE SET NULL ON UPDATE NO ACTION,
  CONSTRAINT `opinions_scoresheet_id_scoresheets_id_fk` FOREIGN KEY (`scoresheet_id`) REFERENCES `scoresheets` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `opinions`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `opinions` WRITE;
/*!40000 ALTER TABLE `opinions` DISABLE KEYS */;
INSERT INTO `opinions` VALUES
(1,3,1,'{\"format\":\"cold-kettle/opinion\",\"by\":\"Ida\",\"asked\":\"2026-11-03\",\"answers\":[],\"wouldChoose\":null,\"words\":\"Heavy.\"}','2026-11-04','2026-12-02 15:49:31.561',1);
/*!40000 ALTER TABLE `opinions` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `own_counts`
--

DROP TABLE IF EXISTS `own_counts`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `own_counts` (
  `listing_id` bigint(20) unsigned NOT NULL,
  `day` date NOT NULL,
  `stock` int(11) NOT NULL,
  `seller` varchar(120) NOT NULL DEFAULT '',
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `import_id` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`listing_id`,`day`),
  CONSTRAINT `own_counts_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `own_counts_stock` CHECK (`stock` >= 0)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `own_counts`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `own_counts` WRITE;
/*!40000 ALTER TABLE `own_counts` DISABLE KEYS */;
INSERT INTO `own_counts` VALUES
(3,'2026-11-21',90,'','2026-12-02 15:49:31.543',NULL),
(3,'2026-11-23',84,'','2026-12-02 15:49:31.543',NULL);
/*!40000 ALTER TABLE `own_counts` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `own_things`
--

DROP TABLE IF EXISTS `own_things`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `own_things` (
  `person_id` bigint(20) unsigned NOT NULL,
  `name` varbinary(760) NOT NULL,
  `json` mediumtext DEFAULT NULL,
  `kept_at` datetime(3) NOT NULL,
  PRIMARY KEY (`person_id`,`name`),
  CONSTRAINT `own_things_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `own_things`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `own_things` WRITE;
/*!40000 ALTER TABLE `own_things` DISABLE KEYS */;
INSERT INTO `own_things` VALUES
(1,0x74726179,'{\"quayside\":[\"QS0049G9\"]}','2026-11-27 00:00:00.000');
/*!40000 ALTER TABLE `own_things` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `page_drafts`
--

DROP TABLE IF EXISTS `page_drafts`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `page_drafts` (
  `candidate_id` bigint(20) unsigned NOT NULL,
  `document` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`document`)),
  `version` int(11) NOT NULL DEFAULT 1,
  PRIMARY KEY (`candidate_id`),
  CONSTRAINT `page_drafts_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `page_drafts`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `page_drafts` WRITE;
/*!40000 ALTER TABLE `page_drafts` DISABLE KEYS */;
INSERT INTO `page_drafts` VALUES
(3,'{\"format\":\"cold-kettle/page-draft\",\"title\":\"Folding press\",\"bullets\":[\"Folds flat\"],\"description\":\"\",\"words\":\"binding\",\"pictures\":[],\"drafted\":[],\"answered\":[]}',1);
/*!40000 ALTER TABLE `page_drafts` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `people`
--

DROP TABLE IF EXISTS `people`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `people` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `name` varchar(120) NOT NULL,
  `login` varchar(120) NOT NULL,
  `role` enum('reader','helper','member','owner') NOT NULL,
  `password` varchar(200) NOT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `left_at` datetime(3) DEFAULT NULL,
  `totp_secret` varchar(64) DEFAULT NULL,
  `totp_since` datetime(3) DEFAULT NULL,
  `totp_step` bigint(20) DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `people_login` (`login`)
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `people`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `people` WRITE;
/*!40000 ALTER TABLE `people` DISABLE KEYS */;
INSERT INTO `people` VALUES
(1,'Olga','olga','owner','$argon2id$v=19$m=19456,t=2,p=1$c29tZXNhbHRzb21lc2FsdA$AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA','2026-12-02 15:49:31.567',NULL,NULL,NULL,NULL);
/*!40000 ALTER TABLE `people` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `presence`
--

DROP TABLE IF EXISTS `presence`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `presence` (
  `browser` varchar(36) NOT NULL,
  `person_id` bigint(20) unsigned NOT NULL,
  `candidate_id` bigint(20) unsigned DEFAULT NULL,
  `seen_at` datetime(3) NOT NULL,
  PRIMARY KEY (`browser`),
  KEY `presence_person_id_people_id_fk` (`person_id`),
  KEY `presence_seen` (`seen_at`),
  CONSTRAINT `presence_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `presence`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `presence` WRITE;
/*!40000 ALTER TABLE `presence` DISABLE KEYS */;
INSERT INTO `presence` VALUES
('11111111-1111-4111-8111-111111111111',1,1,'2026-11-27 00:00:00.000');
/*!40000 ALTER TABLE `presence` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `quotes`
--

DROP TABLE IF EXISTS `quotes`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `quotes` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `listing_id` bigint(20) unsigned NOT NULL,
  `supplier_id` bigint(20) unsigned NOT NULL,
  `day` date NOT NULL,
  `minimum` int(11) NOT NULL DEFAULT 1,
  `price` double NOT NULL,
  `currency` varchar(3) NOT NULL,
  `lead_days` int(11) DEFAULT NULL,
  `terms` varchar(3) NOT NULL DEFAULT '',
  `valid_until` date DEFAULT NULL,
  `note` varchar(400) NOT NULL DEFAULT '',
  `import_id` bigint(20) unsigned DEFAULT NULL,
  `carton_units` int(11) DEFAULT NULL,
  `carton_weight` double DEFAULT NULL,
  `carton_long` double DEFAULT NULL,
  `carton_middle` double DEFAULT NULL,
  `carton_short` double DEFAULT NULL,
  `once` bigint(20) NOT NULL DEFAULT 0,
  PRIMARY KEY (`id`),
  UNIQUE KEY `quotes_once` (`listing_id`,`supplier_id`,`day`,`minimum`),
  KEY `quotes_supplier_id_suppliers_id_fk` (`supplier_id`),
  CONSTRAINT `quotes_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `quotes_supplier_id_suppliers_id_fk` FOREIGN KEY (`supplier_id`) REFERENCES `suppliers` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `quotes_price` CHECK (`price` > 0)
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `quotes`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `quotes` WRITE;
/*!40000 ALTER TABLE `quotes` DISABLE KEYS */;
INSERT INTO `quotes` VALUES
(1,3,1,'2026-11-03',500,4.2,'USD',NULL,'FOB',NULL,'',NULL,20,9000,500,400,300,12000);
/*!40000 ALTER TABLE `quotes` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `rank_curves`
--

DROP TABLE IF EXISTS `rank_curves`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `rank_curves` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `category` varchar(400) NOT NULL,
  `valid_from` date NOT NULL,
  `knots` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`knots`)),
  `residual` double NOT NULL,
  `review_rate` double DEFAULT NULL,
  `review_spread` double DEFAULT NULL,
  `source` varchar(200) NOT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `put_back` tinyint(1) NOT NULL DEFAULT 0,
  `fitted` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`fitted`)),
  `standing` enum('given','copied','own') NOT NULL DEFAULT 'own',
  PRIMARY KEY (`id`),
  KEY `rank_curves_version` (`marketplace_id`,`category`,`valid_from`),
  CONSTRAINT `rank_curves_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `rank_curves`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `rank_curves` WRITE;
/*!40000 ALTER TABLE `rank_curves` DISABLE KEYS */;
INSERT INTO `rank_curves` VALUES
(1,'cove','*','2026-01-01','[{\"rank\":1,\"unitsPerDay\":60},{\"rank\":100,\"unitsPerDay\":12},{\"rank\":10000,\"unitsPerDay\":0.5}]',0.4,NULL,NULL,'typed','2026-12-02 15:49:31.502',0,NULL,'own');
/*!40000 ALTER TABLE `rank_curves` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `readings`
--

DROP TABLE IF EXISTS `readings`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `readings` (
  `listing_id` bigint(20) unsigned NOT NULL,
  `day` date NOT NULL,
  `price` bigint(20) DEFAULT NULL,
  `rank` int(11) DEFAULT NULL,
  `reviews` int(11) DEFAULT NULL,
  `rating` smallint(6) DEFAULT NULL,
  `sellers` smallint(6) DEFAULT NULL,
  `stock` int(11) DEFAULT NULL,
  `stock_capped` tinyint(1) NOT NULL DEFAULT 0,
  `source` enum('feed','import','typed') NOT NULL,
  `main_offer` varchar(120) DEFAULT NULL,
  `import_id` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`listing_id`,`day`),
  CONSTRAINT `readings_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `readings`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `readings` WRITE;
/*!40000 ALTER TABLE `readings` DISABLE KEYS */;
INSERT INTO `readings` VALUES
(1,'2026-09-26',4109,133,151,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-09-27',4109,146,152,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-09-28',4109,109,153,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-09-29',4109,122,154,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-09-30',4109,135,155,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-01',4109,148,156,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-02',4109,111,157,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-03',4109,124,158,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-04',4109,137,159,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-05',4109,100,160,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-06',4109,113,161,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-07',4109,126,162,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-08',4109,139,163,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-09',4109,102,164,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-10',4109,115,165,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-11',4109,128,166,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-12',4109,141,167,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-13',4109,104,168,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-14',4109,117,169,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-15',4109,130,170,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-16',4109,143,171,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-17',4109,106,172,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-18',4109,119,173,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-19',4109,132,174,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-20',4109,145,175,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-21',4109,108,176,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-22',4109,121,177,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-23',4109,134,178,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-24',4109,147,179,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-25',4109,110,180,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-26',4109,123,181,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-27',4109,136,182,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-28',4109,149,183,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-29',4109,112,184,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-30',4109,125,185,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-10-31',4109,138,186,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-01',4109,101,187,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-02',4109,114,188,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-03',4109,127,189,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-04',4109,140,190,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-05',4109,103,191,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-06',4109,116,192,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-07',4109,129,193,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-08',4109,142,194,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-09',4109,105,195,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-10',4109,118,196,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-11',4109,131,197,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-12',4109,144,198,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-13',4109,107,199,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-14',4109,120,200,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-15',4109,133,201,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-16',4109,146,202,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-17',4109,109,203,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-18',4109,122,204,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-19',4109,135,205,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-20',4109,148,206,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-21',4109,111,207,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-22',4109,124,208,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-23',4109,137,209,430,NULL,NULL,0,'import',NULL,NULL),
(1,'2026-11-24',4109,100,210,430,NULL,NULL,0,'import',NULL,NULL);
/*!40000 ALTER TABLE `readings` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `recovery_codes`
--

DROP TABLE IF EXISTS `recovery_codes`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `recovery_codes` (
  `digest` varchar(64) NOT NULL,
  `person_id` bigint(20) unsigned NOT NULL,
  PRIMARY KEY (`digest`),
  KEY `recovery_codes_person` (`person_id`),
  CONSTRAINT `recovery_codes_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `recovery_codes`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `recovery_codes` WRITE;
/*!40000 ALTER TABLE `recovery_codes` DISABLE KEYS */;
INSERT INTO `recovery_codes` VALUES
('cccccccccccccccccccccccccccccccccccccccccccccccccccccccccccccccc',1);
/*!40000 ALTER TABLE `recovery_codes` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `review_corrections`
--

DROP TABLE IF EXISTS `review_corrections`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `review_corrections` (
  `category_id` bigint(20) unsigned NOT NULL,
  `document` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`document`)),
  `version` int(11) NOT NULL DEFAULT 1,
  PRIMARY KEY (`category_id`),
  CONSTRAINT `review_corrections_category_id_categories_id_fk` FOREIGN KEY (`category_id`) REFERENCES `categories` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `review_corrections`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `review_corrections` WRITE;
/*!40000 ALTER TABLE `review_corrections` DISABLE KEYS */;
INSERT INTO `review_corrections` VALUES
(1,'{\"format\":\"cold-kettle/corrections\",\"corrections\":[]}',2);
/*!40000 ALTER TABLE `review_corrections` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `reviews`
--

DROP TABLE IF EXISTS `reviews`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `reviews` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `listing_id` bigint(20) unsigned NOT NULL,
  `fingerprint` varchar(40) NOT NULL,
  `stars` tinyint(4) NOT NULL,
  `title` varchar(400) NOT NULL DEFAULT '',
  `body` text NOT NULL,
  `day` date NOT NULL,
  `verified` tinyint(1) DEFAULT NULL,
  `helpful` int(11) DEFAULT NULL,
  `with_pictures` tinyint(1) DEFAULT NULL,
  `mined_by` smallint(6) NOT NULL DEFAULT 0,
  `set_aside` enum('no text','other language','copy') DEFAULT NULL,
  `import_id` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `reviews_once` (`fingerprint`),
  KEY `reviews_listing` (`listing_id`,`day`),
  KEY `reviews_read` (`listing_id`,`mined_by`),
  CONSTRAINT `reviews_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `reviews_stars` CHECK (`stars` between 1 and 5)
) ENGINE=InnoDB AUTO_INCREMENT=4 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `reviews`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `reviews` WRITE;
/*!40000 ALTER TABLE `reviews` DISABLE KEYS */;
INSERT INTO `reviews` VALUES
(1,1,'a',2,'','The hook bends after a week.','2026-08-01',NULL,NULL,NULL,0,NULL,NULL),
(2,1,'b',1,'','The hook came off at once.','2026-09-01',NULL,NULL,NULL,0,NULL,NULL),
(3,2,'c',5,'','Spins for ever.','2026-10-01',NULL,NULL,NULL,0,NULL,NULL);
/*!40000 ALTER TABLE `reviews` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `scoresheet_versions`
--

DROP TABLE IF EXISTS `scoresheet_versions`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `scoresheet_versions` (
  `scoresheet_id` bigint(20) unsigned NOT NULL,
  `version` int(11) NOT NULL,
  `document` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`document`)),
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  PRIMARY KEY (`scoresheet_id`,`version`),
  CONSTRAINT `scoresheet_versions_scoresheet_id_scoresheets_id_fk` FOREIGN KEY (`scoresheet_id`) REFERENCES `scoresheets` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `scoresheet_versions`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `scoresheet_versions` WRITE;
/*!40000 ALTER TABLE `scoresheet_versions` DISABLE KEYS */;
INSERT INTO `scoresheet_versions` VALUES
(1,1,'{\"format\":\"cold-kettle/scoresheet\",\"version\":2,\"name\":\"First look\",\"passMark\":60,\"gates\":[{\"key\":\"not-gated\",\"name\":\"Open to newcomers\",\"how\":\"Fails when the category of the anchor listing is gated.\",\"measured\":{\"measure\":\"gated\",\"min\":null,\"max\":0}},{\"key\":\"no-electronics\",\"name\":\"No battery, no electronics\",\"how\":\"Fails when title or category speak of light, power or batteries: more to fail, papers to pass.\",\"measured\":{\"measure\":\"electronics\",\"min\":null,\"max\":0}},{\"key\":\"not-seasonal\",\"name\":\"Sells all year\",\"how\":\"Share of a year’s units in its best three months, from the monthly ranks; a quarter is no season at all. Fails above 45 %.\",\"measured\":{\"measure\":\"bestThreeShare\",\"min\":null,\"max\":0.45}},{\"key\":\"not-owned\",\"name\":\"Not owned by two\",\"how\":\"Share of the two largest in the revenue of the line-up. Fails above 65 %.\",\"measured\":{\"measure\":\"topTwoShare\",\"min\":null,\"max\":0.65}},{\"key\":\"no-patent\",\"name\":\"No patent in the way\",\"how\":\"Search the registers for the mechanism, not for the name. Note where you looked.\",\"measured\":null}],\"criteria\":[{\"key\":\"units\",\"name\":\"Units a month of the find\",\"group\":\"demand\",\"how\":\"Estimate over 90 days: enough for a first order to sell in three months.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"units\",\"bands\":[{\"from\":0,\"points\":0},{\"from\":100,\"points\":6},{\"from\":200,\"points\":10},{\"from\":400,\"points\":14}]}},{\"key\":\"rivals-earn\",\"name\":\"The rivals earn, too\",\"group\":\"demand\",\"how\":\"Median revenue a month of the line-up. One good listing proves nothing.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"revenueMedian\",\"bands\":[{\"from\":0,\"points\":0},{\"from\":200000,\"points\":5},{\"from\":500000,\"points\":10}]}},{\"key\":\"review-wall\",\"name\":\"Review wall\",\"group\":\"competition\",\"how\":\"Median reviews of the line-up: the fewer, the sooner a newcomer is on eye level.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"reviewsMedian\",\"bands\":[{\"from\":0,\"points\":14},{\"from\":80,\"points\":10},{\"from\":200,\"points\":5},{\"from\":600,\"points\":0}]}},{\"key\":\"spread\",\"name\":\"Many share the revenue\",\"group\":\"competition\",\"how\":\"Share of the two largest in the revenue of the line-up: the lower, the more room.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"topTwoShare\",\"bands\":[{\"from\":0,\"points\":10},{\"from\":0.45,\"points\":5},{\"from\":0.6,\"points\":0}]}},{\"key\":\"margin\",\"name\":\"Margin\",\"group\":\"money\",\"how\":\"Profit ÷ price by the costing, after advertising and returns.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"margin\",\"bands\":[{\"from\":-10,\"points\":0},{\"from\":0.1,\"points\":5},{\"from\":0.2,\"points\":11},{\"from\":0.3,\"points\":16}]}},{\"key\":\"return\",\"name\":\"Return on cost\",\"group\":\"money\",\"how\":\"Profit ÷ landed cost: how often the money comes back.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"returnOnCost\",\"bands\":[{\"from\":-10,\"points\":0},{\"from\":0.5,\"points\":5},{\"from\":1,\"points\":10}]}},{\"key\":\"light\",\"name\":\"Light to send\",\"group\":\"product\",\"how\":\"Weight in grams. Past two pounds each further pound costs more.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"weight\",\"bands\":[{\"from\":0,\"points\":6},{\"from\":907,\"points\":4},{\"from\":1800,\"points\":1},{\"from\":4500,\"points\":0}]}},{\"key\":\"curable\",\"name\":\"Curable gripes\",\"group\":\"product\",\"how\":\"Read the gripes of the rivals. Can your maker cure the first two of them?\",\"scale\":{\"kind\":\"judged\",\"options\":[{\"key\":\"no\",\"label\":\"no\",\"points\":0},{\"key\":\"one\",\"label\":\"one of them\",\"points\":5},{\"key\":\"both\",\"label\":\"both\",\"points\":10}]}},{\"key\":\"different\",\"name\":\"Can be made different\",\"group\":\"product\",\"how\":\"Would a buyer see in the first picture that yours is another one?\",\"scale\":{\"kind\":\"judged\",\"options\":[{\"key\":\"no\",\"label\":\"no\",\"points\":0},{\"key\":\"some\",\"label\":\"somewhat\",\"points\":3},{\"key\":\"yes\",\"label\":\"at a glance\",\"points\":5}]}},{\"key\":\"means\",\"name\":\"Fits the purse\",\"group\":\"means\",\"how\":\"Outlay of the costing against what you can lose without harm.\",\"scale\":{\"kind\":\"judged\",\"options\":[{\"key\":\"no\",\"label\":\"no\",\"points\":0},{\"key\":\"tight\",\"label\":\"just\",\"points\":2},{\"key\":\"yes\",\"label\":\"easily\",\"points\":5}]}}]}','2026-12-02 15:49:31.519'),
(2,1,'{\"format\":\"cold-kettle/scoresheet\",\"version\":2,\"name\":\"Another\",\"passMark\":60,\"gates\":[{\"key\":\"not-gated\",\"name\":\"Open to newcomers\",\"how\":\"Fails when the category of the anchor listing is gated.\",\"measured\":{\"measure\":\"gated\",\"min\":null,\"max\":0}},{\"key\":\"no-electronics\",\"name\":\"No battery, no electronics\",\"how\":\"Fails when title or category speak of light, power or batteries: more to fail, papers to pass.\",\"measured\":{\"measure\":\"electronics\",\"min\":null,\"max\":0}},{\"key\":\"not-seasonal\",\"name\":\"Sells all year\",\"how\":\"Share of a year’s units in its best three months, from the monthly ranks; a quarter is no season at all. Fails above 45 %.\",\"measured\":{\"measure\":\"bestThreeShare\",\"min\":null,\"max\":0.45}},{\"key\":\"not-owned\",\"name\":\"Not owned by two\",\"how\":\"Share of the two largest in the revenue of the line-up. Fails above 65 %.\",\"measured\":{\"measure\":\"topTwoShare\",\"min\":null,\"max\":0.65}},{\"key\":\"no-patent\",\"name\":\"No patent in the way\",\"how\":\"Search the registers for the mechanism, not for the name. Note where you looked.\",\"measured\":null}],\"criteria\":[{\"key\":\"units\",\"name\":\"Units a month of the find\",\"group\":\"demand\",\"how\":\"Estimate over 90 days: enough for a first order to sell in three months.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"units\",\"bands\":[{\"from\":0,\"points\":0},{\"from\":100,\"points\":6},{\"from\":200,\"points\":10},{\"from\":400,\"points\":14}]}},{\"key\":\"rivals-earn\",\"name\":\"The rivals earn, too\",\"group\":\"demand\",\"how\":\"Median revenue a month of the line-up. One good listing proves nothing.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"revenueMedian\",\"bands\":[{\"from\":0,\"points\":0},{\"from\":200000,\"points\":5},{\"from\":500000,\"points\":10}]}},{\"key\":\"review-wall\",\"name\":\"Review wall\",\"group\":\"competition\",\"how\":\"Median reviews of the line-up: the fewer, the sooner a newcomer is on eye level.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"reviewsMedian\",\"bands\":[{\"from\":0,\"points\":14},{\"from\":80,\"points\":10},{\"from\":200,\"points\":5},{\"from\":600,\"points\":0}]}},{\"key\":\"spread\",\"name\":\"Many share the revenue\",\"group\":\"competition\",\"how\":\"Share of the two largest in the revenue of the line-up: the lower, the more room.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"topTwoShare\",\"bands\":[{\"from\":0,\"points\":10},{\"from\":0.45,\"points\":5},{\"from\":0.6,\"points\":0}]}},{\"key\":\"margin\",\"name\":\"Margin\",\"group\":\"money\",\"how\":\"Profit ÷ price by the costing, after advertising and returns.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"margin\",\"bands\":[{\"from\":-10,\"points\":0},{\"from\":0.1,\"points\":5},{\"from\":0.2,\"points\":11},{\"from\":0.3,\"points\":16}]}},{\"key\":\"return\",\"name\":\"Return on cost\",\"group\":\"money\",\"how\":\"Profit ÷ landed cost: how often the money comes back.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"returnOnCost\",\"bands\":[{\"from\":-10,\"points\":0},{\"from\":0.5,\"points\":5},{\"from\":1,\"points\":10}]}},{\"key\":\"light\",\"name\":\"Light to send\",\"group\":\"product\",\"how\":\"Weight in grams. Past two pounds each further pound costs more.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"weight\",\"bands\":[{\"from\":0,\"points\":6},{\"from\":907,\"points\":4},{\"from\":1800,\"points\":1},{\"from\":4500,\"points\":0}]}},{\"key\":\"curable\",\"name\":\"Curable gripes\",\"group\":\"product\",\"how\":\"Read the gripes of the rivals. Can your maker cure the first two of them?\",\"scale\":{\"kind\":\"judged\",\"options\":[{\"key\":\"no\",\"label\":\"no\",\"points\":0},{\"key\":\"one\",\"label\":\"one of them\",\"points\":5},{\"key\":\"both\",\"label\":\"both\",\"points\":10}]}},{\"key\":\"different\",\"name\":\"Can be made different\",\"group\":\"product\",\"how\":\"Would a buyer see in the first picture that yours is another one?\",\"scale\":{\"kind\":\"judged\",\"options\":[{\"key\":\"no\",\"label\":\"no\",\"points\":0},{\"key\":\"some\",\"label\":\"somewhat\",\"points\":3},{\"key\":\"yes\",\"label\":\"at a glance\",\"points\":5}]}},{\"key\":\"means\",\"name\":\"Fits the purse\",\"group\":\"means\",\"how\":\"Outlay of the costing against what you can lose without harm.\",\"scale\":{\"kind\":\"judged\",\"options\":[{\"key\":\"no\",\"label\":\"no\",\"points\":0},{\"key\":\"tight\",\"label\":\"just\",\"points\":2},{\"key\":\"yes\",\"label\":\"easily\",\"points\":5}]}}]}','2026-12-02 15:49:31.519');
/*!40000 ALTER TABLE `scoresheet_versions` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `scoresheets`
--

DROP TABLE IF EXISTS `scoresheets`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `scoresheets` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `name` varchar(120) NOT NULL,
  `in_use` tinyint(1) DEFAULT NULL,
  `version` int(11) NOT NULL DEFAULT 1,
  PRIMARY KEY (`id`),
  UNIQUE KEY `scoresheets_name_unique` (`name`),
  UNIQUE KEY `scoresheets_in_use` (`in_use`)
) ENGINE=InnoDB AUTO_INCREMENT=3 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `scoresheets`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `scoresheets` WRITE;
/*!40000 ALTER TABLE `scoresheets` DISABLE KEYS */;
INSERT INTO `scoresheets` VALUES
(1,'First look',1,1),
(2,'Another',NULL,1);
/*!40000 ALTER TABLE `scoresheets` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `search_terms`
--

DROP TABLE IF EXISTS `search_terms`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `search_terms` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `text` varchar(160) NOT NULL,
  `buy_rate` double DEFAULT NULL,
  `competing` int(11) DEFAULT NULL,
  `seen_on` date NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `search_terms_text` (`marketplace_id`,`text`),
  CONSTRAINT `search_terms_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `search_terms`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `search_terms` WRITE;
/*!40000 ALTER TABLE `search_terms` DISABLE KEYS */;
/*!40000 ALTER TABLE `search_terms` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `sessions`
--

DROP TABLE IF EXISTS `sessions`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `sessions` (
  `digest` varchar(64) NOT NULL,
  `person_id` bigint(20) unsigned NOT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `seen_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `browser` varchar(200) NOT NULL DEFAULT '',
  `confirmed_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  PRIMARY KEY (`digest`),
  KEY `sessions_person` (`person_id`),
  CONSTRAINT `sessions_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `sessions`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `sessions` WRITE;
/*!40000 ALTER TABLE `sessions` DISABLE KEYS */;
/*!40000 ALTER TABLE `sessions` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `sieve_listings`
--

DROP TABLE IF EXISTS `sieve_listings`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `sieve_listings` (
  `sieve_id` bigint(20) unsigned NOT NULL,
  `slot` enum('before','now') NOT NULL,
  `listing_id` bigint(20) unsigned NOT NULL,
  `price` bigint(20) DEFAULT NULL,
  `units` double DEFAULT NULL,
  `reviews` int(11) DEFAULT NULL,
  PRIMARY KEY (`sieve_id`,`slot`,`listing_id`),
  KEY `sieve_listings_listing_id_listings_id_fk` (`listing_id`),
  CONSTRAINT `sieve_listings_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `sieve_listings_sieve_id_sieves_id_fk` FOREIGN KEY (`sieve_id`) REFERENCES `sieves` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `sieve_listings`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `sieve_listings` WRITE;
/*!40000 ALTER TABLE `sieve_listings` DISABLE KEYS */;
/*!40000 ALTER TABLE `sieve_listings` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `sieves`
--

DROP TABLE IF EXISTS `sieves`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `sieves` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `name` varchar(80) NOT NULL,
  `search` varchar(2000) NOT NULL,
  `reasoning` varchar(1000) NOT NULL DEFAULT '',
  `is_start` tinyint(1) NOT NULL DEFAULT 0,
  `opened_on` date DEFAULT NULL,
  `since_day` date DEFAULT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `place` enum('sift','demand') NOT NULL DEFAULT 'sift',
  PRIMARY KEY (`id`),
  UNIQUE KEY `sieves_place_name` (`marketplace_id`,`place`,`name`),
  CONSTRAINT `sieves_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `sieves`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `sieves` WRITE;
/*!40000 ALTER TABLE `sieves` DISABLE KEYS */;
/*!40000 ALTER TABLE `sieves` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `sign_in_counts`
--

DROP TABLE IF EXISTS `sign_in_counts`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `sign_in_counts` (
  `about` varchar(64) NOT NULL,
  `n` int(11) NOT NULL,
  `since` datetime(3) NOT NULL,
  `person_id` bigint(20) unsigned DEFAULT NULL,
  `address` varchar(64) NOT NULL,
  `at` datetime(3) NOT NULL,
  PRIMARY KEY (`about`),
  KEY `sign_in_counts_at` (`at`),
  KEY `sign_in_counts_person` (`person_id`),
  CONSTRAINT `sign_in_counts_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `sign_in_counts`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `sign_in_counts` WRITE;
/*!40000 ALTER TABLE `sign_in_counts` DISABLE KEYS */;
INSERT INTO `sign_in_counts` VALUES
('bbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbb',3,'2026-11-27 00:00:00.000',1,'192.0.2.7','2026-11-27 00:00:00.000');
/*!40000 ALTER TABLE `sign_in_counts` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `sign_in_tries`
--

DROP TABLE IF EXISTS `sign_in_tries`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `sign_in_tries` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `about` varchar(64) NOT NULL,
  `at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  PRIMARY KEY (`id`),
  KEY `sign_in_tries_about` (`about`,`at`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `sign_in_tries`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `sign_in_tries` WRITE;
/*!40000 ALTER TABLE `sign_in_tries` DISABLE KEYS */;
/*!40000 ALTER TABLE `sign_in_tries` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `stand_in_requests`
--

DROP TABLE IF EXISTS `stand_in_requests`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `stand_in_requests` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `ref` varchar(40) NOT NULL,
  `day` date NOT NULL,
  `asked` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`asked`)),
  PRIMARY KEY (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `stand_in_requests`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `stand_in_requests` WRITE;
/*!40000 ALTER TABLE `stand_in_requests` DISABLE KEYS */;
/*!40000 ALTER TABLE `stand_in_requests` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `stand_in_weathers`
--

DROP TABLE IF EXISTS `stand_in_weathers`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `stand_in_weathers` (
  `marketplace_id` varchar(40) NOT NULL,
  `service` varchar(20) NOT NULL,
  `weather` varchar(20) NOT NULL,
  PRIMARY KEY (`marketplace_id`,`service`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `stand_in_weathers`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `stand_in_weathers` WRITE;
/*!40000 ALTER TABLE `stand_in_weathers` DISABLE KEYS */;
INSERT INTO `stand_in_weathers` VALUES
('cove','suppliers','slow');
/*!40000 ALTER TABLE `stand_in_weathers` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `stated_figures`
--

DROP TABLE IF EXISTS `stated_figures`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `stated_figures` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `listing_id` bigint(20) unsigned NOT NULL,
  `measure` enum('units','revenue') NOT NULL,
  `value` double NOT NULL,
  `source` varchar(200) NOT NULL,
  `day` date NOT NULL,
  `import_id` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `stated_figures_once` (`listing_id`,`measure`,`source`,`day`),
  CONSTRAINT `stated_figures_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `stated_figures`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `stated_figures` WRITE;
/*!40000 ALTER TABLE `stated_figures` DISABLE KEYS */;
/*!40000 ALTER TABLE `stated_figures` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `stay_away`
--

DROP TABLE IF EXISTS `stay_away`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `stay_away` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `category_id` bigint(20) unsigned DEFAULT NULL,
  `words` varchar(120) DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `stay_away_once` (`marketplace_id`,`category_id`,`words`),
  KEY `stay_away_category_id_categories_id_fk` (`category_id`),
  CONSTRAINT `stay_away_category_id_categories_id_fk` FOREIGN KEY (`category_id`) REFERENCES `categories` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `stay_away_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `stay_away_one` CHECK (`category_id` is null <> (`words` is null))
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `stay_away`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `stay_away` WRITE;
/*!40000 ALTER TABLE `stay_away` DISABLE KEYS */;
/*!40000 ALTER TABLE `stay_away` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `supplier_cards`
--

DROP TABLE IF EXISTS `supplier_cards`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `supplier_cards` (
  `marketplace_id` varchar(40) NOT NULL,
  `ref` varchar(40) NOT NULL,
  `day` date NOT NULL,
  `card` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`card`)),
  PRIMARY KEY (`marketplace_id`,`ref`),
  CONSTRAINT `supplier_cards_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `supplier_cards`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `supplier_cards` WRITE;
/*!40000 ALTER TABLE `supplier_cards` DISABLE KEYS */;
/*!40000 ALTER TABLE `supplier_cards` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `supplier_requests`
--

DROP TABLE IF EXISTS `supplier_requests`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `supplier_requests` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `listing_id` bigint(20) unsigned NOT NULL,
  `ref` varchar(40) NOT NULL,
  `ticket` varchar(40) NOT NULL,
  `supplier` varchar(120) NOT NULL,
  `country` varchar(2) NOT NULL,
  `makes` varchar(120) NOT NULL,
  `pieces` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`pieces`)),
  `note` varchar(1000) NOT NULL,
  `asked_on` date NOT NULL,
  `state` varchar(10) NOT NULL DEFAULT 'waiting',
  `answered_on` date DEFAULT NULL,
  `says` varchar(400) NOT NULL DEFAULT '',
  PRIMARY KEY (`id`),
  KEY `supplier_requests_of` (`listing_id`),
  KEY `supplier_requests_waiting` (`state`),
  CONSTRAINT `supplier_requests_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `supplier_requests`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `supplier_requests` WRITE;
/*!40000 ALTER TABLE `supplier_requests` DISABLE KEYS */;
INSERT INTO `supplier_requests` VALUES
(1,3,'QU-1000','T1','Two Brothers','PL','press','[500,1000]','As drawn.','2026-11-03','waiting',NULL,'');
/*!40000 ALTER TABLE `supplier_requests` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `suppliers`
--

DROP TABLE IF EXISTS `suppliers`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `suppliers` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `name` varchar(120) NOT NULL,
  `country` varchar(2) NOT NULL DEFAULT '',
  `note` varchar(1000) NOT NULL DEFAULT '',
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  PRIMARY KEY (`id`),
  UNIQUE KEY `suppliers_name_unique` (`name`)
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `suppliers`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `suppliers` WRITE;
/*!40000 ALTER TABLE `suppliers` DISABLE KEYS */;
INSERT INTO `suppliers` VALUES
(1,'Two Brothers','PL','','2026-12-02 15:49:31.551');
/*!40000 ALTER TABLE `suppliers` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `term_positions`
--

DROP TABLE IF EXISTS `term_positions`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `term_positions` (
  `term_id` bigint(20) unsigned NOT NULL,
  `day` date NOT NULL,
  `listing_id` bigint(20) unsigned NOT NULL,
  `unpaid` smallint(6) DEFAULT NULL,
  `paid` smallint(6) DEFAULT NULL,
  `share` double DEFAULT NULL,
  PRIMARY KEY (`term_id`,`day`,`listing_id`),
  KEY `term_positions_listing` (`listing_id`,`term_id`),
  CONSTRAINT `term_positions_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
  CONSTRAINT `term_positions_term_id_search_terms_id_fk` FOREIGN KEY (`term_id`) REFERENCES `search_terms` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `term_positions`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `term_positions` WRITE;
/*!40000 ALTER TABLE `term_positions` DISABLE KEYS */;
/*!40000 ALTER TABLE `term_positions` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `term_volumes`
--

DROP TABLE IF EXISTS `term_volumes`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `term_volumes` (
  `term_id` bigint(20) unsigned NOT NULL,
  `first_week` date NOT NULL,
  `volumes` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`volumes`)),
  PRIMARY KEY (`term_id`),
  CONSTRAINT `term_volumes_term_id_search_terms_id_fk` FOREIGN KEY (`term_id`) REFERENCES `search_terms` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `term_volumes`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `term_volumes` WRITE;
/*!40000 ALTER TABLE `term_volumes` DISABLE KEYS */;
/*!40000 ALTER TABLE `term_volumes` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `tokens`
--

DROP TABLE IF EXISTS `tokens`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `tokens` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `digest` varchar(64) NOT NULL,
  `person_id` bigint(20) unsigned NOT NULL,
  `name` varchar(80) NOT NULL,
  `role` enum('reader','helper','member','owner') NOT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `ends_at` datetime(3) NOT NULL,
  `used_at` datetime(3) DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `tokens_digest_unique` (`digest`),
  KEY `tokens_person_id_people_id_fk` (`person_id`),
  CONSTRAINT `tokens_person_id_people_id_fk` FOREIGN KEY (`person_id`) REFERENCES `people` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `tokens`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `tokens` WRITE;
/*!40000 ALTER TABLE `tokens` DISABLE KEYS */;
INSERT INTO `tokens` VALUES
(1,'aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa',1,'nightly','reader','2026-12-02 15:49:31.574','2027-01-01 00:00:00.000',NULL);
/*!40000 ALTER TABLE `tokens` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `truth_listings`
--

DROP TABLE IF EXISTS `truth_listings`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `truth_listings` (
  `marketplace_id` varchar(40) NOT NULL,
  `code` varchar(20) NOT NULL,
  `family` varchar(80) NOT NULL,
  `truth` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`truth`)),
  PRIMARY KEY (`marketplace_id`,`code`),
  KEY `truth_family` (`marketplace_id`,`family`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `truth_listings`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `truth_listings` WRITE;
/*!40000 ALTER TABLE `truth_listings` DISABLE KEYS */;
/*!40000 ALTER TABLE `truth_listings` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `truth_terms`
--

DROP TABLE IF EXISTS `truth_terms`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `truth_terms` (
  `marketplace_id` varchar(40) NOT NULL,
  `text` varchar(160) NOT NULL,
  `truth` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`truth`)),
  PRIMARY KEY (`marketplace_id`,`text`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `truth_terms`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `truth_terms` WRITE;
/*!40000 ALTER TABLE `truth_terms` DISABLE KEYS */;
/*!40000 ALTER TABLE `truth_terms` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `turns`
--

DROP TABLE IF EXISTS `turns`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `turns` (
  `name` varchar(120) NOT NULL,
  `taken` bigint(20) unsigned NOT NULL DEFAULT 1,
  PRIMARY KEY (`name`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `turns`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `turns` WRITE;
/*!40000 ALTER TABLE `turns` DISABLE KEYS */;
/*!40000 ALTER TABLE `turns` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `upload_pieces`
--

DROP TABLE IF EXISTS `upload_pieces`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `upload_pieces` (
  `upload_id` bigint(20) unsigned NOT NULL,
  `place` int(11) NOT NULL,
  `bytes` longblob NOT NULL,
  PRIMARY KEY (`upload_id`,`place`),
  CONSTRAINT `upload_pieces_upload_id_uploads_id_fk` FOREIGN KEY (`upload_id`) REFERENCES `uploads` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `upload_pieces`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `upload_pieces` WRITE;
/*!40000 ALTER TABLE `upload_pieces` DISABLE KEYS */;
/*!40000 ALTER TABLE `upload_pieces` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `uploads`
--

DROP TABLE IF EXISTS `uploads`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `uploads` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `name` varchar(255) NOT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `columns` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`columns`)),
  PRIMARY KEY (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `uploads`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `uploads` WRITE;
/*!40000 ALTER TABLE `uploads` DISABLE KEYS */;
/*!40000 ALTER TABLE `uploads` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `watch_events`
--

DROP TABLE IF EXISTS `watch_events`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `watch_events` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `kind` enum('holiday','sale','note') NOT NULL,
  `first` date NOT NULL,
  `last` date NOT NULL,
  `text` varchar(200) NOT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  PRIMARY KEY (`id`),
  UNIQUE KEY `watch_events_once` (`marketplace_id`,`first`,`text`),
  CONSTRAINT `watch_events_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `watch_events`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `watch_events` WRITE;
/*!40000 ALTER TABLE `watch_events` DISABLE KEYS */;
INSERT INTO `watch_events` VALUES
(1,'cove','sale','2026-11-20','2026-11-23','Autumn sale','2026-12-02 15:49:31.557');
/*!40000 ALTER TABLE `watch_events` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `watch_groups`
--

DROP TABLE IF EXISTS `watch_groups`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `watch_groups` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `name` varchar(80) NOT NULL,
  `rules` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`rules`)),
  `version` int(11) NOT NULL DEFAULT 1,
  PRIMARY KEY (`id`),
  UNIQUE KEY `watch_groups_name` (`marketplace_id`,`name`),
  CONSTRAINT `watch_groups_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `watch_groups`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `watch_groups` WRITE;
/*!40000 ALTER TABLE `watch_groups` DISABLE KEYS */;
INSERT INTO `watch_groups` VALUES
(1,'cove','Presses','{\"price\":0.05,\"level\":0.25,\"rating\":0.2,\"reviews\":5,\"reviewTimes\":3,\"places\":3,\"quiet\":[]}',2);
/*!40000 ALTER TABLE `watch_groups` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `watch_runs`
--

DROP TABLE IF EXISTS `watch_runs`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `watch_runs` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `marketplace_id` varchar(40) NOT NULL,
  `day` date NOT NULL,
  `asked` enum('daily','by hand','hob') NOT NULL,
  `state` enum('asked','short','done') NOT NULL DEFAULT 'asked',
  `listings` int(11) NOT NULL DEFAULT 0,
  `read` int(11) NOT NULL DEFAULT 0,
  `readings` int(11) NOT NULL DEFAULT 0,
  `tries` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`tries`)),
  `next_try` datetime(3) DEFAULT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  PRIMARY KEY (`id`),
  UNIQUE KEY `watch_runs_day` (`marketplace_id`,`day`),
  CONSTRAINT `watch_runs_marketplace_id_marketplaces_id_fk` FOREIGN KEY (`marketplace_id`) REFERENCES `marketplaces` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `watch_runs`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `watch_runs` WRITE;
/*!40000 ALTER TABLE `watch_runs` DISABLE KEYS */;
INSERT INTO `watch_runs` VALUES
(1,'cove','2026-11-03','daily','short',4,3,3,'[{\"at\":\"2026-11-03T06:00:00.000Z\",\"read\":3,\"missed\":1,\"message\":\"3 of 4 listings read.\"}]',NULL,'2026-12-02 15:49:31.556');
/*!40000 ALTER TABLE `watch_runs` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `watched`
--

DROP TABLE IF EXISTS `watched`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `watched` (
  `listing_id` bigint(20) unsigned NOT NULL,
  `since` date NOT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  `group_id` bigint(20) unsigned DEFAULT NULL,
  `labels` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`labels`)),
  `then_figures` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`then_figures`)),
  PRIMARY KEY (`listing_id`),
  KEY `watched_group_id_watch_groups_id_fk` (`group_id`),
  CONSTRAINT `watched_group_id_watch_groups_id_fk` FOREIGN KEY (`group_id`) REFERENCES `watch_groups` (`id`) ON DELETE SET NULL ON UPDATE NO ACTION,
  CONSTRAINT `watched_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `watched`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `watched` WRITE;
/*!40000 ALTER TABLE `watched` DISABLE KEYS */;
INSERT INTO `watched` VALUES
(1,'2026-10-01','2026-12-02 15:49:31.512',1,'[\"rival\"]','{\"day\":\"2026-11-03\",\"units\":120,\"low\":90,\"high\":160,\"price\":3999,\"reviews\":40,\"rating\":4.4,\"sellers\":1}');
/*!40000 ALTER TABLE `watched` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `watched_pages`
--

DROP TABLE IF EXISTS `watched_pages`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `watched_pages` (
  `listing_id` bigint(20) unsigned NOT NULL,
  `day` date NOT NULL,
  `title` varchar(64) NOT NULL,
  `pictures` int(11) DEFAULT NULL,
  `bullets` varchar(64) NOT NULL,
  `description` varchar(64) NOT NULL,
  PRIMARY KEY (`listing_id`,`day`),
  CONSTRAINT `watched_pages_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `watched_pages`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `watched_pages` WRITE;
/*!40000 ALTER TABLE `watched_pages` DISABLE KEYS */;
INSERT INTO `watched_pages` VALUES
(3,'2026-11-03','aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa',5,'bbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbb','cccccccccccccccccccccccccccccccccccccccccccccccccccccccccccccccc');
/*!40000 ALTER TABLE `watched_pages` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

--
-- Table structure for table `workspace`
--

DROP TABLE IF EXISTS `workspace`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `workspace` (
  `key` varchar(40) NOT NULL,
  `value` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`value`)),
  PRIMARY KEY (`key`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `workspace`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `workspace` WRITE;
/*!40000 ALTER TABLE `workspace` DISABLE KEYS */;
INSERT INTO `workspace` VALUES
('kind','{\"kind\":\"own\"}');
/*!40000 ALTER TABLE `workspace` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;
/*!40103 SET TIME_ZONE=@OLD_TIME_ZONE */;

/*!40101 SET SQL_MODE=@OLD_SQL_MODE */;
/*!40014 SET FOREIGN_KEY_CHECKS=@OLD_FOREIGN_KEY_CHECKS */;
/*!40014 SET UNIQUE_CHECKS=@OLD_UNIQUE_CHECKS */;
/*!40101 SET CHARACTER_SET_CLIENT=@OLD_CHARACTER_SET_CLIENT */;
/*!40101 SET CHARACTER_SET_RESULTS=@OLD_CHARACTER_SET_RESULTS */;
/*!40101 SET COLLATION_CONNECTION=@OLD_COLLATION_CONNECTION */;
/*!40111 SET SQL_NOTES=@OLD_SQL_NOTES */;

-- Dump completed
