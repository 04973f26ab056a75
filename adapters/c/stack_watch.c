/* Linked by the tool into C and C++ builds: a stack that runs out ends in a fault below it, which looks like
 * any other crash. This tells the two apart: the process then ends with SIGSTKFLT, a signal that has no other
 * use. Nothing of it runs unless there is a fault. */
#define _GNU_SOURCE
#include <signal.h>
#include <stdint.h>
#include <sys/resource.h>

static uintptr_t stack_top, stack_size;
/* Of the space receiver, where it is linked too: the stack of its own that a call runs on, 0 while none does.
 */
extern __attribute__((weak)) unsigned long iron_stopwatch_stack_top, iron_stopwatch_stack_size;
static char space[32 * 1024];

static void faulted(int number, siginfo_t *info, void *context) {
    const int own = &iron_stopwatch_stack_top && iron_stopwatch_stack_top;
    const uintptr_t address = (uintptr_t)info->si_addr,
                    end = own ? iron_stopwatch_stack_top - iron_stopwatch_stack_size : stack_top - stack_size;
    (void)context;
    /* Arguments and environment lie above stack_top and count towards the limit; a large frame may jump
     * below. */
    if (address < end + 1024 * 1024 && address + 16 * 1024 * 1024 > end) number = SIGSTKFLT;
    signal(number, SIG_DFL);
    raise(number);
}

__attribute__((constructor)) static void watch(void) {
    struct rlimit limit;
    stack_t own = {0};
    struct sigaction action = {0};
    if (getrlimit(RLIMIT_STACK, &limit) != 0 || limit.rlim_cur == RLIM_INFINITY) return;
    stack_top = (uintptr_t)__builtin_frame_address(0);
    stack_size = limit.rlim_cur;
    own.ss_sp = space;
    own.ss_size = sizeof space;
    if (sigaltstack(&own, 0) != 0) return;
    action.sa_sigaction = faulted;
    action.sa_flags = SA_SIGINFO | SA_ONSTACK | SA_RESETHAND;
    sigaction(SIGSEGV, &action, 0);
}
