# Reference values for the ranking tests, from base R. Run:  Rscript friedman.R > friedman.json
# R is needed only to make the values anew; the tests read the recorded friedman.json.

perms <- function(v) if (length(v) <= 1) list(v) else
  do.call(c, lapply(seq_along(v), function(i) lapply(perms(v[-i]), function(p) c(v[i], p))))

# Exact null distribution by brute force: every arrangement of every panelist's ranks; of pairs, every turn of every panelist's difference.
brute <- function(x) {
  n <- nrow(x); k <- ncol(x)
  arr <- lapply(seq_len(n), function(i) perms(x[i, ]))
  grid <- as.matrix(expand.grid(lapply(arr, seq_along)))
  ss <- numeric(nrow(grid))
  for (g in seq_len(nrow(grid))) {
    s <- Reduce(`+`, lapply(seq_len(n), function(i) arr[[i]][[grid[g, i]]]))
    ss[g] <- sum(s^2)
  }
  R <- colSums(x)
  pairs <- combn(k, 2)
  signs <- as.matrix(expand.grid(rep(list(c(-1, 1)), n)))
  list(p = mean(ss >= sum(R^2) - 1e-9),
       pairP = apply(pairs, 2, function(ij) mean(abs(signs %*% (x[, ij[1]] - x[, ij[2]])) >= abs(R[ij[1]] - R[ij[2]]) - 1e-9)))
}

case <- function(x, exact) {
  f <- friedman.test(x)
  r <- t(apply(x, 1, rank))
  out <- list(rows = unname(r), statistic = unname(f$statistic), df = unname(f$parameter), pLimit = f$p.value,
              W = unname(f$statistic) / (nrow(x) * (ncol(x) - 1)), exact = NULL)
  if (exact) { b <- brute(r); out$exact <- b$p; out$pairP <- b$pairP
               out$pairHolm <- p.adjust(b$pairP, "holm") }
  out
}

# Hollander & Wolfe (1973), p. 140 ff.: rounding first base; the data of ?friedman.test.
rounding <- matrix(c(5.40,5.50,5.55, 5.85,5.70,5.75, 5.20,5.60,5.50, 5.55,5.50,5.40, 5.90,5.85,5.70,
  5.45,5.55,5.60, 5.40,5.40,5.35, 5.45,5.50,5.35, 5.25,5.15,5.00, 5.85,5.80,5.70, 5.25,5.20,5.10,
  5.65,5.55,5.45, 5.60,5.35,5.45, 5.05,5.00,4.95, 5.50,5.50,5.40, 5.45,5.55,5.50, 5.55,5.55,5.35,
  5.45,5.50,5.55, 5.50,5.45,5.25, 5.65,5.60,5.40, 5.70,5.65,5.55, 6.30,6.30,6.25), 22, byrow = TRUE)
set.seed(20)
ties4 <- matrix(sample(1:4, 16, replace = TRUE), 4)
five <- rbind(c(1,2,3,4,5), c(1,2,4,3,5))
three <- matrix(c(1,2,3, 1,3,2, 2,1,3, 1,2,3, 3,1,2), 5, byrow = TRUE)

num <- function(v) if (length(v) == 0) "null" else if (length(v) == 1) format(v, digits = 17) else paste0("[", paste(format(v, digits = 17, trim = TRUE), collapse = ", "), "]")
mat <- function(m) paste0("[", paste(apply(m, 1, function(r) paste0("[", paste(r, collapse = ", "), "]")), collapse = ", "), "]")
show <- function(name, c) cat(sprintf('  "%s": {"rows": %s, "statistic": %s, "df": %s, "pLimit": %s, "W": %s, "exact": %s, "pairP": %s, "pairHolm": %s}',
  name, mat(c$rows), num(c$statistic), num(c$df), num(c$pLimit), num(c$W), num(c$exact), num(c$pairP), num(c$pairHolm)))
cat("{\n"); show("rounding", case(rounding, FALSE)); cat(",\n"); show("ties4", case(ties4, TRUE)); cat(",\n")
show("twoPanelistsFiveMethods", case(five, TRUE)); cat(",\n"); show("three", case(three, TRUE)); cat("\n}\n")
