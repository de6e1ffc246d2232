# The R side of npm run bench: medians of repeated calls on the same files, start-up excluded.
suppressMessages({ library(lme4); library(lmerTest); library(emmeans) })
emm_options(lmerTest.limit = 1e6, pbkrtest.limit = 0, lmer.df = "satterthwaite")
folder <- commandArgs(TRUE)[1]
read <- function(name) { d <- read.csv(file.path(folder, paste0(name, ".csv"))); d$panelist <- factor(d$panelist); d$sample <- factor(d$sample); d }
small <- read("small"); panel <- read("panel"); large <- read("large")
wide <- function(d) matrix(d$score, ncol = nlevels(d$sample), byrow = TRUE)
mid <- function(f, least = 5) { f(); t <- c(); start <- proc.time()[3]
  while (length(t) < least || (proc.time()[3] - start < 1.5 && length(t) < 200)) { a <- Sys.time(); f(); t <- c(t, as.numeric(difftime(Sys.time(), a, units = "secs")) * 1000) }
  median(t) }
ws <- wide(small); wp <- wide(panel)
fit <- lmer(score ~ sample + (1 | panelist) + (1 | panelist:sample), large)
emm <- emmeans(fit, ~ sample)
times <- list(
  friedman = mid(function() friedman.test(wp)), friedmanSmall = mid(function() friedman.test(ws)),
  lmerPanel = mid(function() anova(lmer(score ~ sample + (1 | panelist), panel))),
  lmerLarge = mid(function() anova(lmer(score ~ sample + (1 | panelist) + (1 | panelist:sample), large)), 3),
  emmeans = mid(function() summary(pairs(emmeans(fit, ~ sample))), 3))
cat(sprintf("{%s}\n", paste(sprintf('"%s": %.4f', names(times), unlist(times)), collapse = ", ")))
