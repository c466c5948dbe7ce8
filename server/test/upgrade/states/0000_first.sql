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
-- Table structure for table `__drizzle_migrations`
--

DROP TABLE IF EXISTS `__drizzle_migrations`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `__drizzle_migrations` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `hash` text NOT NULL,
  `created_at` bigint(20) DEFAULT NULL,
  PRIMARY KEY (`id`)
) ENGINE=InnoDB AUTO_INCREMENT=2 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `__drizzle_migrations`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `__drizzle_migrations` WRITE;
/*!40000 ALTER TABLE `__drizzle_migrations` DISABLE KEYS */;
INSERT INTO `__drizzle_migrations` VALUES
(1,'x',1795490908888);
/*!40000 ALTER TABLE `__drizzle_migrations` ENABLE KEYS */;
UNLOCK TABLES;
COMMIT;
SET AUTOCOMMIT=@OLD_AUTOCOMMIT;

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
  PRIMARY KEY (`candidate_id`,`scoresheet_id`,`key`),
  KEY `answers_scoresheet_id_scoresheets_id_fk` (`scoresheet_id`),
  CONSTRAINT `answers_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
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
(1,1,'curable','both','Two makers agreed.','2026-11-01'),
(1,1,'no-patent','pass','Register searched.','2026-11-02');
/*!40000 ALTER TABLE `answers` ENABLE KEYS */;
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
  PRIMARY KEY (`id`),
  KEY `candidate_log_candidate` (`candidate_id`),
  CONSTRAINT `candidate_log_candidate_id_candidates_id_fk` FOREIGN KEY (`candidate_id`) REFERENCES `candidates` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=3 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `candidate_log`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `candidate_log` WRITE;
/*!40000 ALTER TABLE `candidate_log` DISABLE KEYS */;
INSERT INTO `candidate_log` VALUES
(1,1,'stage','Started.','2026-10-01','found','2026-11-26 03:27:28.579'),
(2,1,'note','It’s \"light\"; a sample is due.','2026-10-05',NULL,'2026-11-26 03:27:28.579');
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
  PRIMARY KEY (`id`),
  KEY `candidates_anchor_id_listings_id_fk` (`anchor_id`),
  KEY `candidates_market` (`marketplace_id`),
  CONSTRAINT `candidates_anchor_id_listings_id_fk` FOREIGN KEY (`anchor_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION,
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
(1,'cove','Maple spindle',1,'watched',NULL,'2026-12-24','2026-11-26 03:27:28.577'),
(2,'cove','Spindle for children',1,'found',NULL,NULL,'2026-11-26 03:27:28.577'),
(3,'cove','Ash spindle',2,'dropped','Too heavy.',NULL,'2026-11-26 03:27:28.577');
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
(1,'cove',NULL,'Wool','Wool',1,0);
/*!40000 ALTER TABLE `categories` ENABLE KEYS */;
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
  `price` bigint(20) DEFAULT NULL,
  `inputs` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`inputs`)),
  `fee_schedule_id` bigint(20) unsigned DEFAULT NULL,
  `changed_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  PRIMARY KEY (`id`),
  UNIQUE KEY `costings_name` (`listing_id`,`name`),
  KEY `costings_fee_schedule_id_fee_schedules_id_fk` (`fee_schedule_id`),
  CONSTRAINT `costings_fee_schedule_id_fee_schedules_id_fk` FOREIGN KEY (`fee_schedule_id`) REFERENCES `fee_schedules` (`id`) ON DELETE SET NULL ON UPDATE NO ACTION,
  CONSTRAINT `costings_listing_id_listings_id_fk` FOREIGN KEY (`listing_id`) REFERENCES `listings` (`id`) ON DELETE CASCADE ON UPDATE NO ACTION
) ENGINE=InnoDB AUTO_INCREMENT=4 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `costings`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `costings` WRITE;
/*!40000 ALTER TABLE `costings` DISABLE KEYS */;
INSERT INTO `costings` VALUES
(1,1,'First costing',4200,'{\"unitCost\":940,\"freight\":210,\"dutyRate\":0.03,\"preparation\":30,\"advertisingRate\":0.12,\"returnRate\":0.03,\"lossPerReturn\":800,\"monthsStored\":1.4,\"fulfilment\":\"marketplace\",\"firstOrder\":500,\"samples\":12000,\"pictures\":0,\"launchAdvertising\":0,\"reserve\":5000}',NULL,'2026-11-26 03:27:28.580'),
(2,2,'First costing',NULL,'{\"unitCost\":null,\"freight\":null}',NULL,'2026-11-26 03:27:28.580'),
(3,3,'First costing',NULL,'{\"unitCost\":600,\"freight\":210,\"dutyRate\":0.03,\"preparation\":30,\"advertisingRate\":0.12,\"returnRate\":0.03,\"lossPerReturn\":800,\"monthsStored\":1.4,\"fulfilment\":\"marketplace\",\"firstOrder\":500,\"samples\":12000,\"pictures\":0,\"launchAdvertising\":0,\"reserve\":5000}',NULL,'2026-11-26 03:27:28.580');
/*!40000 ALTER TABLE `costings` ENABLE KEYS */;
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
(1,'2026-11-24',NULL,NULL,NULL,'nothing',0,NULL,NULL,NULL),
(2,'2026-11-24',NULL,NULL,NULL,'nothing',0,NULL,NULL,NULL),
(3,'2026-11-24',NULL,NULL,NULL,'nothing',0,NULL,NULL,NULL);
/*!40000 ALTER TABLE `estimates` ENABLE KEYS */;
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
(1,'cove','Fees of 2026','2026-01-01','{\"format\":\"cold-kettle/fee-schedule\",\"version\":1,\"name\":\"Test\",\"currency\":\"USD\",\"validFrom\":\"2026-01-01\",\"vat\":{\"rate\":0,\"included\":false,\"percentagesOn\":\"price\"},\"dimensional\":{\"unit\":\"in3-per-lb\",\"divisor\":139},\"sizeClasses\":[{\"key\":\"parcel\",\"name\":\"Parcel\",\"maxWeight\":9071.8474,\"maxSides\":[457.2,355.59999999999997,203.2],\"maxGirth\":null,\"billedBy\":\"larger-of-weight-and-dimensional\",\"fulfilment\":[{\"upTo\":453.59237,\"fee\":421},{\"upTo\":907.18474,\"fee\":488}],\"beyond\":{\"step\":453.59237,\"fee\":38}}],\"commission\":[{\"category\":\"*\",\"bands\":[{\"upTo\":null,\"rate\":0.15}],\"minimum\":30},{\"category\":\"Games\",\"bands\":[{\"upTo\":1000,\"rate\":0.08},{\"upTo\":null,\"rate\":0.15}],\"minimum\":0}],\"fixedFees\":[{\"category\":\"Games › Dice\",\"amount\":99}],\"storage\":{\"perCubicMetreMonth\":2800,\"surcharges\":[{\"months\":[11,12],\"perCubicMetreMonth\":8500}]}}','typed','2026-11-26 03:27:28.574');
/*!40000 ALTER TABLE `fee_schedules` ENABLE KEYS */;
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
  PRIMARY KEY (`id`),
  UNIQUE KEY `jobs_once_key_unique` (`once_key`),
  KEY `jobs_state` (`state`,`id`)
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
  `code` varchar(20) NOT NULL,
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
  PRIMARY KEY (`id`),
  UNIQUE KEY `listings_code` (`marketplace_id`,`code`),
  KEY `listings_brand` (`marketplace_id`,`brand`),
  KEY `listings_category` (`category_id`),
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
(1,'cove','CV0001',NULL,'Drop spindle, maple','Fenwool',1,4109,210,430,120,1724,300,220,90,NULL,'marketplace',NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,'2026-11-24'),
(2,'cove','CV0002',NULL,'Drop spindle, ash','Loftline',1,3900,80,410,260,1500,300,200,90,NULL,'marketplace',NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,'2026-11-24'),
(3,'cove','CV0003',NULL,'Niddy-noddy, beech','Fenwool',1,2700,40,450,900,900,400,150,60,NULL,'seller',NULL,NULL,NULL,NULL,NULL,NULL,NULL,NULL,'2026-11-24');
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
('cove','Cove','USD','imperial','cove.example','2026-11-24',1,'2026-11-24','2026-11-26 03:27:28.573');
/*!40000 ALTER TABLE `marketplaces` ENABLE KEYS */;
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
  `aspect` varchar(80) DEFAULT NULL,
  `phrase` varchar(160) DEFAULT NULL,
  `opinion` varchar(80) NOT NULL,
  `polarity` double NOT NULL,
  `sentence` text NOT NULL,
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
  PRIMARY KEY (`id`),
  UNIQUE KEY `rank_curves_from` (`marketplace_id`,`category`,`valid_from`),
  KEY `rank_curves_market` (`marketplace_id`),
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
(1,'cove','*','2026-01-01','[{\"rank\":1,\"unitsPerDay\":60},{\"rank\":100,\"unitsPerDay\":12},{\"rank\":10000,\"unitsPerDay\":0.5}]',0.4,NULL,NULL,'typed','2026-11-26 03:27:28.574');
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
(1,'2026-09-26',4109,133,151,430,NULL,NULL,0,'import'),
(1,'2026-09-27',4109,146,152,430,NULL,NULL,0,'import'),
(1,'2026-09-28',4109,109,153,430,NULL,NULL,0,'import'),
(1,'2026-09-29',4109,122,154,430,NULL,NULL,0,'import'),
(1,'2026-09-30',4109,135,155,430,NULL,NULL,0,'import'),
(1,'2026-10-01',4109,148,156,430,NULL,NULL,0,'import'),
(1,'2026-10-02',4109,111,157,430,NULL,NULL,0,'import'),
(1,'2026-10-03',4109,124,158,430,NULL,NULL,0,'import'),
(1,'2026-10-04',4109,137,159,430,NULL,NULL,0,'import'),
(1,'2026-10-05',4109,100,160,430,NULL,NULL,0,'import'),
(1,'2026-10-06',4109,113,161,430,NULL,NULL,0,'import'),
(1,'2026-10-07',4109,126,162,430,NULL,NULL,0,'import'),
(1,'2026-10-08',4109,139,163,430,NULL,NULL,0,'import'),
(1,'2026-10-09',4109,102,164,430,NULL,NULL,0,'import'),
(1,'2026-10-10',4109,115,165,430,NULL,NULL,0,'import'),
(1,'2026-10-11',4109,128,166,430,NULL,NULL,0,'import'),
(1,'2026-10-12',4109,141,167,430,NULL,NULL,0,'import'),
(1,'2026-10-13',4109,104,168,430,NULL,NULL,0,'import'),
(1,'2026-10-14',4109,117,169,430,NULL,NULL,0,'import'),
(1,'2026-10-15',4109,130,170,430,NULL,NULL,0,'import'),
(1,'2026-10-16',4109,143,171,430,NULL,NULL,0,'import'),
(1,'2026-10-17',4109,106,172,430,NULL,NULL,0,'import'),
(1,'2026-10-18',4109,119,173,430,NULL,NULL,0,'import'),
(1,'2026-10-19',4109,132,174,430,NULL,NULL,0,'import'),
(1,'2026-10-20',4109,145,175,430,NULL,NULL,0,'import'),
(1,'2026-10-21',4109,108,176,430,NULL,NULL,0,'import'),
(1,'2026-10-22',4109,121,177,430,NULL,NULL,0,'import'),
(1,'2026-10-23',4109,134,178,430,NULL,NULL,0,'import'),
(1,'2026-10-24',4109,147,179,430,NULL,NULL,0,'import'),
(1,'2026-10-25',4109,110,180,430,NULL,NULL,0,'import'),
(1,'2026-10-26',4109,123,181,430,NULL,NULL,0,'import'),
(1,'2026-10-27',4109,136,182,430,NULL,NULL,0,'import'),
(1,'2026-10-28',4109,149,183,430,NULL,NULL,0,'import'),
(1,'2026-10-29',4109,112,184,430,NULL,NULL,0,'import'),
(1,'2026-10-30',4109,125,185,430,NULL,NULL,0,'import'),
(1,'2026-10-31',4109,138,186,430,NULL,NULL,0,'import'),
(1,'2026-11-01',4109,101,187,430,NULL,NULL,0,'import'),
(1,'2026-11-02',4109,114,188,430,NULL,NULL,0,'import'),
(1,'2026-11-03',4109,127,189,430,NULL,NULL,0,'import'),
(1,'2026-11-04',4109,140,190,430,NULL,NULL,0,'import'),
(1,'2026-11-05',4109,103,191,430,NULL,NULL,0,'import'),
(1,'2026-11-06',4109,116,192,430,NULL,NULL,0,'import'),
(1,'2026-11-07',4109,129,193,430,NULL,NULL,0,'import'),
(1,'2026-11-08',4109,142,194,430,NULL,NULL,0,'import'),
(1,'2026-11-09',4109,105,195,430,NULL,NULL,0,'import'),
(1,'2026-11-10',4109,118,196,430,NULL,NULL,0,'import'),
(1,'2026-11-11',4109,131,197,430,NULL,NULL,0,'import'),
(1,'2026-11-12',4109,144,198,430,NULL,NULL,0,'import'),
(1,'2026-11-13',4109,107,199,430,NULL,NULL,0,'import'),
(1,'2026-11-14',4109,120,200,430,NULL,NULL,0,'import'),
(1,'2026-11-15',4109,133,201,430,NULL,NULL,0,'import'),
(1,'2026-11-16',4109,146,202,430,NULL,NULL,0,'import'),
(1,'2026-11-17',4109,109,203,430,NULL,NULL,0,'import'),
(1,'2026-11-18',4109,122,204,430,NULL,NULL,0,'import'),
(1,'2026-11-19',4109,135,205,430,NULL,NULL,0,'import'),
(1,'2026-11-20',4109,148,206,430,NULL,NULL,0,'import'),
(1,'2026-11-21',4109,111,207,430,NULL,NULL,0,'import'),
(1,'2026-11-22',4109,124,208,430,NULL,NULL,0,'import'),
(1,'2026-11-23',4109,137,209,430,NULL,NULL,0,'import'),
(1,'2026-11-24',4109,100,210,430,NULL,NULL,0,'import');
/*!40000 ALTER TABLE `readings` ENABLE KEYS */;
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
  PRIMARY KEY (`id`),
  UNIQUE KEY `reviews_once` (`fingerprint`),
  KEY `reviews_listing` (`listing_id`,`day`),
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
(1,1,'a',2,'','The hook bends after a week.','2026-08-01',NULL,NULL,NULL,0,NULL),
(2,1,'b',1,'','The hook came off at once.','2026-09-01',NULL,NULL,NULL,0,NULL),
(3,2,'c',5,'','Spins for ever.','2026-10-01',NULL,NULL,NULL,0,NULL);
/*!40000 ALTER TABLE `reviews` ENABLE KEYS */;
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
  `document` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`document`)),
  `in_use` tinyint(1) NOT NULL DEFAULT 0,
  PRIMARY KEY (`id`),
  UNIQUE KEY `scoresheets_name_unique` (`name`)
) ENGINE=InnoDB AUTO_INCREMENT=3 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;

--
-- Dumping data for table `scoresheets`
--

SET @OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0;
LOCK TABLES `scoresheets` WRITE;
/*!40000 ALTER TABLE `scoresheets` DISABLE KEYS */;
INSERT INTO `scoresheets` VALUES
(1,'First look','{\"format\":\"cold-kettle/scoresheet\",\"version\":1,\"name\":\"First look\",\"passMark\":60,\"gates\":[{\"key\":\"not-gated\",\"name\":\"Open to newcomers\",\"how\":\"Fails when the category of the anchor listing is gated.\",\"measured\":{\"measure\":\"gated\",\"min\":null,\"max\":0}},{\"key\":\"no-electronics\",\"name\":\"No battery, no electronics\",\"how\":\"Fails when title or category speak of light, power or batteries: more to fail, papers to pass.\",\"measured\":{\"measure\":\"electronics\",\"min\":null,\"max\":0}},{\"key\":\"not-seasonal\",\"name\":\"Sells all year\",\"how\":\"Share of a year’s units in its best three months, from the monthly ranks; a quarter is no season at all. Fails above 45 %.\",\"measured\":{\"measure\":\"bestThreeShare\",\"min\":null,\"max\":0.45}},{\"key\":\"not-owned\",\"name\":\"Not owned by two\",\"how\":\"Share of the two largest in the revenue of the line-up. Fails above 65 %.\",\"measured\":{\"measure\":\"topTwoShare\",\"min\":null,\"max\":0.65}},{\"key\":\"no-patent\",\"name\":\"No patent in the way\",\"how\":\"Search the registers for the mechanism, not for the name. Note where you looked.\",\"measured\":null}],\"criteria\":[{\"key\":\"units\",\"name\":\"Units a month of the find\",\"group\":\"demand\",\"how\":\"Estimate over 90 days: enough for a first order to sell in three months.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"units\",\"bands\":[{\"from\":0,\"points\":0},{\"from\":100,\"points\":6},{\"from\":200,\"points\":10},{\"from\":400,\"points\":14}]}},{\"key\":\"rivals-earn\",\"name\":\"The rivals earn, too\",\"group\":\"demand\",\"how\":\"Median revenue a month of the line-up. One good listing proves nothing.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"revenueMedian\",\"bands\":[{\"from\":0,\"points\":0},{\"from\":2000,\"points\":5},{\"from\":5000,\"points\":10}]}},{\"key\":\"review-wall\",\"name\":\"Review wall\",\"group\":\"competition\",\"how\":\"Median reviews of the line-up: the fewer, the sooner a newcomer is on eye level.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"reviewsMedian\",\"bands\":[{\"from\":0,\"points\":14},{\"from\":80,\"points\":10},{\"from\":200,\"points\":5},{\"from\":600,\"points\":0}]}},{\"key\":\"spread\",\"name\":\"Many share the revenue\",\"group\":\"competition\",\"how\":\"Share of the two largest in the revenue of the line-up: the lower, the more room.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"topTwoShare\",\"bands\":[{\"from\":0,\"points\":10},{\"from\":0.45,\"points\":5},{\"from\":0.6,\"points\":0}]}},{\"key\":\"margin\",\"name\":\"Margin\",\"group\":\"money\",\"how\":\"Profit ÷ price by the costing, after advertising and returns.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"margin\",\"bands\":[{\"from\":-10,\"points\":0},{\"from\":0.1,\"points\":5},{\"from\":0.2,\"points\":11},{\"from\":0.3,\"points\":16}]}},{\"key\":\"return\",\"name\":\"Return on cost\",\"group\":\"money\",\"how\":\"Profit ÷ landed cost: how often the money comes back.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"returnOnCost\",\"bands\":[{\"from\":-10,\"points\":0},{\"from\":0.5,\"points\":5},{\"from\":1,\"points\":10}]}},{\"key\":\"light\",\"name\":\"Light to send\",\"group\":\"product\",\"how\":\"Weight in grams. Past two pounds each further pound costs more.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"weight\",\"bands\":[{\"from\":0,\"points\":6},{\"from\":907,\"points\":4},{\"from\":1800,\"points\":1},{\"from\":4500,\"points\":0}]}},{\"key\":\"curable\",\"name\":\"Curable gripes\",\"group\":\"product\",\"how\":\"Read the gripes of the rivals. Can your maker cure the first two of them?\",\"scale\":{\"kind\":\"judged\",\"options\":[{\"key\":\"no\",\"label\":\"no\",\"points\":0},{\"key\":\"one\",\"label\":\"one of them\",\"points\":5},{\"key\":\"both\",\"label\":\"both\",\"points\":10}]}},{\"key\":\"different\",\"name\":\"Can be made different\",\"group\":\"product\",\"how\":\"Would a buyer see in the first picture that yours is another one?\",\"scale\":{\"kind\":\"judged\",\"options\":[{\"key\":\"no\",\"label\":\"no\",\"points\":0},{\"key\":\"some\",\"label\":\"somewhat\",\"points\":3},{\"key\":\"yes\",\"label\":\"at a glance\",\"points\":5}]}},{\"key\":\"means\",\"name\":\"Fits the purse\",\"group\":\"means\",\"how\":\"Outlay of the costing against what you can lose without harm.\",\"scale\":{\"kind\":\"judged\",\"options\":[{\"key\":\"no\",\"label\":\"no\",\"points\":0},{\"key\":\"tight\",\"label\":\"just\",\"points\":2},{\"key\":\"yes\",\"label\":\"easily\",\"points\":5}]}}]}',1),
(2,'Another','{\"format\":\"cold-kettle/scoresheet\",\"version\":1,\"name\":\"Another\",\"passMark\":60,\"gates\":[{\"key\":\"not-gated\",\"name\":\"Open to newcomers\",\"how\":\"Fails when the category of the anchor listing is gated.\",\"measured\":{\"measure\":\"gated\",\"min\":null,\"max\":0}},{\"key\":\"no-electronics\",\"name\":\"No battery, no electronics\",\"how\":\"Fails when title or category speak of light, power or batteries: more to fail, papers to pass.\",\"measured\":{\"measure\":\"electronics\",\"min\":null,\"max\":0}},{\"key\":\"not-seasonal\",\"name\":\"Sells all year\",\"how\":\"Share of a year’s units in its best three months, from the monthly ranks; a quarter is no season at all. Fails above 45 %.\",\"measured\":{\"measure\":\"bestThreeShare\",\"min\":null,\"max\":0.45}},{\"key\":\"not-owned\",\"name\":\"Not owned by two\",\"how\":\"Share of the two largest in the revenue of the line-up. Fails above 65 %.\",\"measured\":{\"measure\":\"topTwoShare\",\"min\":null,\"max\":0.65}},{\"key\":\"no-patent\",\"name\":\"No patent in the way\",\"how\":\"Search the registers for the mechanism, not for the name. Note where you looked.\",\"measured\":null}],\"criteria\":[{\"key\":\"units\",\"name\":\"Units a month of the find\",\"group\":\"demand\",\"how\":\"Estimate over 90 days: enough for a first order to sell in three months.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"units\",\"bands\":[{\"from\":0,\"points\":0},{\"from\":100,\"points\":6},{\"from\":200,\"points\":10},{\"from\":400,\"points\":14}]}},{\"key\":\"rivals-earn\",\"name\":\"The rivals earn, too\",\"group\":\"demand\",\"how\":\"Median revenue a month of the line-up. One good listing proves nothing.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"revenueMedian\",\"bands\":[{\"from\":0,\"points\":0},{\"from\":2000,\"points\":5},{\"from\":5000,\"points\":10}]}},{\"key\":\"review-wall\",\"name\":\"Review wall\",\"group\":\"competition\",\"how\":\"Median reviews of the line-up: the fewer, the sooner a newcomer is on eye level.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"reviewsMedian\",\"bands\":[{\"from\":0,\"points\":14},{\"from\":80,\"points\":10},{\"from\":200,\"points\":5},{\"from\":600,\"points\":0}]}},{\"key\":\"spread\",\"name\":\"Many share the revenue\",\"group\":\"competition\",\"how\":\"Share of the two largest in the revenue of the line-up: the lower, the more room.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"topTwoShare\",\"bands\":[{\"from\":0,\"points\":10},{\"from\":0.45,\"points\":5},{\"from\":0.6,\"points\":0}]}},{\"key\":\"margin\",\"name\":\"Margin\",\"group\":\"money\",\"how\":\"Profit ÷ price by the costing, after advertising and returns.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"margin\",\"bands\":[{\"from\":-10,\"points\":0},{\"from\":0.1,\"points\":5},{\"from\":0.2,\"points\":11},{\"from\":0.3,\"points\":16}]}},{\"key\":\"return\",\"name\":\"Return on cost\",\"group\":\"money\",\"how\":\"Profit ÷ landed cost: how often the money comes back.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"returnOnCost\",\"bands\":[{\"from\":-10,\"points\":0},{\"from\":0.5,\"points\":5},{\"from\":1,\"points\":10}]}},{\"key\":\"light\",\"name\":\"Light to send\",\"group\":\"product\",\"how\":\"Weight in grams. Past two pounds each further pound costs more.\",\"scale\":{\"kind\":\"measured\",\"measure\":\"weight\",\"bands\":[{\"from\":0,\"points\":6},{\"from\":907,\"points\":4},{\"from\":1800,\"points\":1},{\"from\":4500,\"points\":0}]}},{\"key\":\"curable\",\"name\":\"Curable gripes\",\"group\":\"product\",\"how\":\"Read the gripes of the rivals. Can your maker cure the first two of them?\",\"scale\":{\"kind\":\"judged\",\"options\":[{\"key\":\"no\",\"label\":\"no\",\"points\":0},{\"key\":\"one\",\"label\":\"one of them\",\"points\":5},{\"key\":\"both\",\"label\":\"both\",\"points\":10}]}},{\"key\":\"different\",\"name\":\"Can be made different\",\"group\":\"product\",\"how\":\"Would a buyer see in the first picture that yours is another one?\",\"scale\":{\"kind\":\"judged\",\"options\":[{\"key\":\"no\",\"label\":\"no\",\"points\":0},{\"key\":\"some\",\"label\":\"somewhat\",\"points\":3},{\"key\":\"yes\",\"label\":\"at a glance\",\"points\":5}]}},{\"key\":\"means\",\"name\":\"Fits the purse\",\"group\":\"means\",\"how\":\"Outlay of the costing against what you can lose without harm.\",\"scale\":{\"kind\":\"judged\",\"options\":[{\"key\":\"no\",\"label\":\"no\",\"points\":0},{\"key\":\"tight\",\"label\":\"just\",\"points\":2},{\"key\":\"yes\",\"label\":\"easily\",\"points\":5}]}}]}',0);
/*!40000 ALTER TABLE `scoresheets` ENABLE KEYS */;
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
-- Table structure for table `uploads`
--

DROP TABLE IF EXISTS `uploads`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `uploads` (
  `id` bigint(20) unsigned NOT NULL AUTO_INCREMENT,
  `name` varchar(255) NOT NULL,
  `content` longtext NOT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
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
-- Table structure for table `watched`
--

DROP TABLE IF EXISTS `watched`;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `watched` (
  `listing_id` bigint(20) unsigned NOT NULL,
  `since` date NOT NULL,
  `made_at` datetime(3) NOT NULL DEFAULT utc_timestamp(3),
  PRIMARY KEY (`listing_id`),
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
(1,'2026-10-01','2026-11-26 03:27:28.579');
/*!40000 ALTER TABLE `watched` ENABLE KEYS */;
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
