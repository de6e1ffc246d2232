# Reference values for what verdicts and explored sentences rest on, from R 4.2 and its packages
# (Debian: r-base-core r-cran-jsonlite r-cran-mvtnorm).
# Run: Rscript core/test/reference/verdicts.R > core/test/reference/verdicts.json
suppressMessages({ library(jsonlite); library(mvtnorm) })
set.seed(11)
out <- list()

# Order effects: panelists as fixed factors, sums of squares in sequence (lm, anova).
w <- rbind(c(0, 1, 3, 2), c(1, 2, 0, 3), c(2, 3, 1, 0), c(3, 0, 2, 1))
sittings <- lapply(1:8, function(p) { o <- w[(p - 1) %% 4 + 1, ]; r <- rank(rnorm(4) + 0.6 * o + c(1, 0, 0, 0)); list(panelist = paste0("p", p), samples = paste0("s", o), scores = r) })
d <- do.call(rbind, lapply(sittings, function(s) data.frame(p = s$panelist, s = s$samples, y = s$scores, at = factor(1:4), before = c(NA, s$samples[1:3]))))
pos <- anova(lm(y ~ p + s + at, d)); cry <- anova(lm(y ~ p + s + at + before, d[!is.na(d$before), ]))
out$order <- list(sittings = sittings, position = list(F = pos["at", "F value"], df2 = pos["Residuals", "Df"], p = pos["at", "Pr(>F)"]),
  carryOver = list(F = cry["before", "F value"], df1 = cry["before", "Df"], df2 = cry["Residuals", "Df"], p = cry["before", "Pr(>F)"]))

# Calls within panelists: exact conditional test of strata (mantelhaen.test).
n <- 9; calls <- data.frame(signals = sample(2:3, n, TRUE), noises = sample(1:3, n, TRUE)); calls$hits <- rbinom(n, calls$signals, 0.7); calls$falseAlarms <- rbinom(n, calls$noises, 0.45)
tab <- array(unlist(lapply(1:n, function(i) with(calls[i, ], c(hits, falseAlarms, signals - hits, noises - falseAlarms)))), c(2, 2, n))
use <- apply(tab, 3, function(t) all(rowSums(t) > 0) && all(colSums(t) > 0))
out$calls <- list(perPanelist = calls, p = mantelhaen.test(tab[, , use], exact = TRUE, alternative = "greater")$p.value)

# Comparison with the best: one-sided, correlations of one half (pmvnorm, pmvt).
upper <- function(t, k, df) { h <- matrix(0.5, k, k); diag(h) <- 1; g <- GenzBretz(abseps = 1e-8, maxpts = 2e6)
  1 - (if (is.infinite(df)) pmvnorm(upper = rep(t, k), corr = h, algorithm = g) else pmvt(upper = rep(t, k), df = df, corr = h, algorithm = g))[1] }
out$best <- lapply(list(c(2, 3, Inf), c(2.4, 11, Inf), c(2.2, 4, 12)), function(v) list(t = v[1], comparisons = v[2], df = if (is.infinite(v[3])) NULL else v[3], p = upper(v[1], v[2], v[3])))

# Share of discriminators with several answers each: profile likelihood of the beta-binomial, quantile of Student's t.
bb <- data.frame(n = 4, correct = c(4, 4, 3, 1, 2, 1, 4, 0, 2, 3, 4, 1))
ll <- function(pd, gam) sum(mapply(function(c, n) log(integrate(function(u) dbinom(c, n, 1/3 + 2/3 * qbeta(u, pd * (1 / gam - 1), (1 - pd) * (1 / gam - 1))), 0, 1, rel.tol = 1e-8, subdivisions = 2000)$value), bb$correct, bb$n))
prof <- function(pd) optimize(function(g) ll(pd, plogis(g)), c(-6, 4), maximum = TRUE, tol = 1e-6)$objective
best <- optimize(prof, c(0.02, 0.98), maximum = TRUE, tol = 1e-6)
cut <- best$objective - qt(0.975, nrow(bb) - 1)^2 / 2
out$betaBinomial <- list(panel = bb, pd = best$maximum, low = uniroot(function(x) prof(x) - cut, c(0.005, best$maximum), tol = 1e-6)$root, high = uniroot(function(x) prof(x) - cut, c(best$maximum, 0.99), tol = 1e-6)$root)

# Chance of being best of two: difference d, variance v of it known, true difference normal with variance 2 s^2, s uniform on 0 to m.
two <- function(d, v, m) { like <- Vectorize(function(s) dnorm(d, 0, sqrt(v + 2 * s^2))); up <- Vectorize(function(s) pnorm(d * 2 * s^2 / (v + 2 * s^2) / sqrt(2 * s^2 * v / (v + 2 * s^2))))
  integrate(function(s) like(s) * up(s), 1e-9, m, rel.tol = 1e-9)$value / integrate(like, 1e-9, m, rel.tol = 1e-9)$value }
out$chance <- lapply(list(c(0.4, 0.06, 1.1), c(1, 0.06, 1.1), c(0.1, 0.3, 0.5)), function(v) list(difference = v[1], variance = v[2], mostSpread = v[3], chance = two(v[1], v[2], v[3])))
cat(toJSON(out, auto_unbox = TRUE, digits = NA, null = "null", dataframe = "rows"))
