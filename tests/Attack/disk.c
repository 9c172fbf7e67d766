/*
 * A disk that can lose what was not brought to it, and that can be full: loaded before the C library (LD_PRELOAD).
 *
 * DISK_OF      the folder of the library; other files are left alone
 * DISK_SHADOW  whenever a file is brought to the disk (fsync, fdatasync) it is copied there as files/INODE; whenever a folder is, the
 *              names in it are written to names/=FOLDER, each slash a %: together what a power cut would leave
 * DISK_FULL    while this file is there, writes are refused with ENOSPC
 */
#define _GNU_SOURCE
#include <dirent.h>
#include <dlfcn.h>
#include <errno.h>
#include <fcntl.h>
#include <limits.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/stat.h>
#include <sys/uio.h>
#include <unistd.h>

/* The way to a file from the folder of the library; NULL where it lies elsewhere. The folder itself is ".". */
static const char *name_of(int fd, char *path)
{
    const char *folder = getenv("DISK_OF");
    char link[64];
    ssize_t length;
    if (folder == NULL) return NULL;
    snprintf(link, sizeof link, "/proc/self/fd/%d", fd);
    length = readlink(link, path, PATH_MAX - 1);
    if (length <= 0) return NULL;
    path[length] = 0;
    if (strcmp(path, folder) == 0) return ".";
    return strncmp(path, folder, strlen(folder)) == 0 && path[strlen(folder)] == '/' ? path + strlen(folder) + 1 : NULL;
}

static int is_full(int fd)
{
    const char *flag = getenv("DISK_FULL");
    char path[PATH_MAX];
    const char *name;
    if (flag == NULL || access(flag, F_OK) != 0) return 0;
    name = name_of(fd, path);
    /* Logs and what a page is in the middle of are not the library. */
    return name != NULL && strncmp(name, "logs/", 5) != 0 && strncmp(name, "framework/", 10) != 0;
}

static ssize_t (*real_write)(int, const void *, size_t);

static void copy(const char *path, int out)
{
    int from = open(path, O_RDONLY);
    char *bytes = malloc(1 << 20);
    for (ssize_t n; from >= 0 && bytes != NULL && (n = read(from, bytes, 1 << 20)) > 0;) {
        if (real_write(out, bytes, n) != n) break;
    }
    free(bytes);
    if (from >= 0) close(from);
}

static void list(const char *path, int out)
{
    DIR *folder = opendir(path);
    if (folder == NULL) return;
    for (struct dirent *entry; (entry = readdir(folder)) != NULL;) {
        real_write(out, entry->d_name, strlen(entry->d_name));
        real_write(out, "\n", 1);
    }
    closedir(folder);
}

static void shadow(int fd)
{
    const char *to = getenv("DISK_SHADOW");
    char path[PATH_MAX], target[PATH_MAX], part[PATH_MAX + 32];
    const char *name = to == NULL ? NULL : name_of(fd, path);
    struct stat about;
    int out;
    if (name == NULL || fstat(fd, &about) != 0) return;
    if (real_write == NULL) real_write = dlsym(RTLD_NEXT, "write");
    if (S_ISDIR(about.st_mode)) {
        char flat[PATH_MAX];
        snprintf(flat, sizeof flat, "%s", name);
        for (char *c = flat; *c; c++) if (*c == '/') *c = '%';
        if (snprintf(target, sizeof target, "%s/names/=%s", to, flat) >= (int) sizeof target) return;
    } else if (snprintf(target, sizeof target, "%s/files/%lu", to, (unsigned long) about.st_ino) >= (int) sizeof target) {
        return;
    }
    snprintf(part, sizeof part, "%s.%d.part", target, (int) getpid());
    out = open(part, O_WRONLY | O_CREAT | O_TRUNC, 0600);
    if (out < 0) return;
    S_ISDIR(about.st_mode) ? list(path, out) : copy(path, out);
    close(out);
    rename(part, target);
}

#define REAL(name) static __typeof__(&name) real; if (real == NULL) real = dlsym(RTLD_NEXT, #name)

int fsync(int fd) { REAL(fsync); int done = real(fd); if (done == 0) shadow(fd); return done; }
int fdatasync(int fd) { REAL(fdatasync); int done = real(fd); if (done == 0) shadow(fd); return done; }

#define REFUSES(fd) if (is_full(fd)) { errno = ENOSPC; return -1; }

ssize_t write(int fd, const void *bytes, size_t n) { REAL(write); REFUSES(fd); return real(fd, bytes, n); }
ssize_t pwrite(int fd, const void *bytes, size_t n, off_t at) { REAL(pwrite); REFUSES(fd); return real(fd, bytes, n, at); }
ssize_t pwrite64(int fd, const void *bytes, size_t n, off64_t at) { REAL(pwrite64); REFUSES(fd); return real(fd, bytes, n, at); }
ssize_t writev(int fd, const struct iovec *parts, int n) { REAL(writev); REFUSES(fd); return real(fd, parts, n); }
int ftruncate(int fd, off_t n) { REAL(ftruncate); REFUSES(fd); return real(fd, n); }
int ftruncate64(int fd, off64_t n) { REAL(ftruncate64); REFUSES(fd); return real(fd, n); }
int fallocate(int fd, int mode, off_t at, off_t n) { REAL(fallocate); REFUSES(fd); return real(fd, mode, at, n); }
int posix_fallocate(int fd, off_t at, off_t n) { REAL(posix_fallocate); if (is_full(fd)) return ENOSPC; return real(fd, at, n); }
