# Reference values for power, from base R, lmerTest, and MASS for a generalised inverse. Run:  Rscript power.R > power.json
# R is needed only to make the values anew; the tests read the recorded power.json.

num <- function(v) vapply(v, function(x) format(x, digits = 15), "")
out <- list()
put <- function(name, body) out[[length(out) + 1]] <<- sprintf('  "%s": %s', name, body)
rows <- function(m) paste0("[", paste(apply(m, 1, function(r) paste0("[", paste(num(r), collapse = ", "), "]")), collapse = ",\n    "), "]")

# Noncentral F: arguments, then the upper tail.
f <- expand.grid(f = c(0.5, 2.5, 6), df1 = c(1, 3, 11), df2 = c(3, 69, 400), ncp = c(0.5, 9, 60))
put("noncentralF", rows(cbind(as.matrix(f), pf(f$f, f$df1, f$df2, f$ncp, lower.tail = FALSE))))

# One-sided t test on a paired difference, as power.t.test has it: n, sd of the difference, margin.
m <- expand.grid(n = c(8, 20, 30, 60), sd = c(1, sqrt(2), 2), margin = c(0.5, 1))
put("margin", rows(cbind(as.matrix(m), mapply(function(n, sd, margin)
  power.t.test(n = n, delta = margin, sd = sd, type = "one.sample", alternative = "one.sided")$power, m$n, m$sd, m$margin))))

# Methods held against pieces: methods, pieces, noncentrality.
w <- expand.grid(k = c(2, 4), pieces = c(2, 6), ncp = c(4, 15))
put("pieces", rows(cbind(as.matrix(w), pf(qf(0.95, w$k - 1, w$k * (w$pieces - 1)), w$k - 1, w$k * (w$pieces - 1), w$ncp, lower.tail = FALSE))))

# Forced choice asked several times: people, replicates, share who tell, guess, right answers needed.
r <- expand.grid(n = c(12, 36), replicates = c(1, 2, 4), share = c(0.1, 0.3), guess = c(1/3, 1/2))
needed <- function(total, guess) qbinom(0.95, total, guess) + 1
atLeast <- function(c, n, k, share, guess) {
  d <- 0:n
  sum(dbinom(d, n, share) * pbinom(c - d * k - 1, (n - d) * k, guess, lower.tail = FALSE))
}
put("tellers", rows(t(apply(r, 1, function(x) {
  c <- needed(x[1] * x[2], x[4]); unname(c(x, c, atLeast(c, x[1], x[2], x[3], x[4]))) }))))

# Same-different and A/not-A, everyone asked once: every table of hits and false alarms, Fisher's exact test.
signal <- function(n, share, chance, alarm) {
  s <- ceiling(n / 2); q <- floor(n / 2)
  ph <- share + (1 - share) * chance; pf <- share * alarm + (1 - share) * chance
  total <- 0
  for (h in 0:s) for (a in 0:q)
    if (fisher.test(matrix(c(h, s - h, a, q - a), 2), alternative = "greater")$p.value <= 0.05 * (1 + 1e-9))
      total <- total + dbinom(h, s, ph) * dbinom(a, q, pf)
  total
}
g <- expand.grid(n = c(20, 48), share = c(0.3, 0.6))
put("aNotA", rows(cbind(as.matrix(g), mapply(function(n, share) signal(n, share, 0.5, 0), g$n, g$share))))
chance <- 2 * pnorm(-1 / sqrt(2))
put("sameDifferent", rows(cbind(as.matrix(g), mapply(function(n, share) signal(n, share, chance, chance), g$n, g$share))))

# Scores: whole tables of people x methods, each person tasting one piece of each method, analysed by aov (one piece)
# or lmerTest (several). People, methods, pieces, difference, spread of a bite, spread of pieces: power, panels.
suppressMessages(library(lmerTest))
scores <- function(n, k, pieces, difference, bite, piece, panels) {
  who <- gl(n, k); what <- gl(k, 1, n * k)
  mean(replicate(panels, {
    # Who gets which piece of a method is drawn for each method by itself, all pieces equally often.
    from <- factor(paste(what, c(t(replicate(k, sample(rep_len(seq_len(pieces), n)))))))
    luck <- if (pieces > 1) rnorm(nlevels(from), sd = piece)[from] else 0
    y <- rnorm(n)[who] * 2 + difference * (what == "1") + luck + rnorm(n * k, sd = bite)
    p <- if (pieces == 1) summary(aov(y ~ who + what))[[1]][2, 5]
      else suppressMessages(anova(lmer(y ~ what + (1 | who) + (1 | from)))[1, 6])
    p <= 0.05
  }))
}
set.seed(11)
s <- rbind(c(24, 4, 1, 1, sqrt(2), 0, 4000), c(12, 3, 1, 1.2, 1.2, 0, 4000),
           c(24, 4, 4, 1, sqrt(2), 0, 1000), c(24, 4, 4, 1.2, sqrt(2), 0.4, 1000))
put("scores", rows(t(apply(s, 1, function(x)
  c(x[1:6], scores(x[1], x[2], x[3], x[4], x[5], x[6], x[7]), x[7])))))

# Rankings: people, samples, difference, spread: power, panels. The critical value from panels that rank at random.
statistic <- function(r) { n <- nrow(r); k <- ncol(r); 12 / (n * k * (k + 1)) * sum((colSums(r) - n * (k + 1) / 2)^2) }
ranking <- function(n, k, difference, spread, panels = 4000) {
  null <- sort(replicate(40000, statistic(t(replicate(n, sample(k))))))
  level <- min(null[ecdf(null)(null - 1e-9) >= 0.95])
  mean(replicate(panels, {
    x <- matrix(rnorm(n * k, sd = spread), n); x[, 1] <- x[, 1] + difference
    statistic(t(apply(-x, 1, rank))) >= level - 1e-9
  }))
}
put("rankings", rows(rbind(c(24, 4, 1, sqrt(2), ranking(24, 4, 1, sqrt(2)), 4000), c(15, 3, 1, 1, ranking(15, 3, 1, 1), 4000))))

# Incomplete rankings: Skillings-Mack over random blocks that use all samples equally often.
# Rankings, samples, together, difference, spread, 1 for best-and-worst only: power, panels.
blocks <- function(count, k, each) {
  used <- rep(0, k)
  lapply(seq_len(count), function(i) { o <- order(used, runif(k))[seq_len(each)]; used[o] <<- used[o] + 1; o })
}
incomplete <- function(count, k, each, difference, spread, ends, panels = 3000) {
  scores <- if (ends) c(-1, rep(0, each - 2), 1) else seq_len(each)
  scores <- scores - mean(scores); size <- sum(scores^2) / (each - 1)
  mean(replicate(panels, {
    sums <- rep(0, k); v <- matrix(0, k, k)
    for (b in blocks(count, k, each)) {
      taste <- difference * (b == 1) + rnorm(each, sd = spread)
      sums[b] <- sums[b] + scores[rank(-taste)]
      v[b, b] <- v[b, b] + size * (diag(each) - 1 / each)
    }
    drop(sums %*% MASS::ginv(v) %*% sums) >= qchisq(0.95, k - 1)
  }))
}
put("incomplete", rows(rbind(
  c(48, 12, 4, 1.5, sqrt(2), 0, incomplete(48, 12, 4, 1.5, sqrt(2), FALSE), 3000),
  c(60, 6, 3, 1, sqrt(2), 0, incomplete(60, 6, 3, 1, sqrt(2), FALSE), 3000),
  c(60, 6, 4, 1, sqrt(2), 1, incomplete(60, 6, 4, 1, sqrt(2), TRUE), 3000))))

cat("{\n"); cat(paste(out, collapse = ",\n")); cat("\n}\n")
