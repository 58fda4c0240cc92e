// Written by `npm run live-runtime` from live/page; a test holds that it is.

/** What can be asked of the runtime: the number of its declaration, and its name there. */
export const RUNTIME_NAMES = {
  aimAtPointer: [38, "Ve"],
  aimsInScene: [67, "on"],
  aimsOnPage: [69, "sn"],
  angleDelta: [0, "se"],
  arrivePart: [4, "Pe"],
  channelsOnPage: [66, "tn"],
  curveWay: [30, "_e"],
  doublePressPart: [16, "Ce"],
  easingOf: [45, "ee"],
  edgesOnPage: [70, "fe"],
  focusInput: [49, "ze"],
  followsOnPage: [61, "nn"],
  goBy: [39, "Be"],
  goToNext: [37, "Ke"],
  goToPose: [35, "ue"],
  growing: [2, "xe"],
  holdPart: [5, "Le"],
  hoverPart: [6, "we"],
  isIn: [41, "pe"],
  isSeen: [62, "rn"],
  keyInput: [50, "je"],
  keyLeverPart: [10, "Se"],
  keyPart: [7, "Ee"],
  leversOfAll: [60, "en"],
  leversWithLag: [58, "Je"],
  leversWithSpring: [59, "Ze"],
  placesOnPage: [71, "an"],
  pointerInput: [48, "qe"],
  pointerLeverPart: [9, "ke"],
  pressPart: [15, "Me"],
  queuePart: [18, "Oe"],
  repeatPart: [23, "Ne"],
  runLive: [75, "ln"],
  scrollInput: [51, "$e"],
  setPose: [36, "Ge"],
  slideLeverPart: [11, "We"],
  sliderInput: [52, "Qe"],
  springWay: [29, "V"],
  startPart: [22, "Ae"],
  switchedWay: [32, "He"],
  watchPart: [25, "De"],
} as const;

/** What the names of its own objects are shortened to. */
export const RUNTIME_KEYS = {
  world: "A",
  driven: "B",
  study: "C",
  piece: "D",
  goal: "E",
  parts: "F",
  begin: "G",
  rate: "H",
  pieces: "I",
  step: "J",
  turn: "K",
  count: "L",
  sendings: "M",
  all: "N",
  slot: "O",
  base: "P",
  before: "Q",
  pieceAt: "R",
  due: "S",
  elements: "T",
  put: "U",
  slope: "V",
  chain: "W",
  rest: "X",
  still: "Y",
  trigger: "Z",
  waits: "_q",
  scene: "_r",
  answer: "_s",
  hold: "_t",
  moving: "_u",
  next: "_v",
  scale: "_w",
  advance: "_x",
  isStill: "_y",
  atOnce: "_z",
  begins: "_10",
  channelsOfPose: "_11",
  drive: "_12",
  easing: "_13",
  horizon: "_14",
  interrupted: "_15",
  isIn: "_16",
  pointerValue: "_17",
  targetAt: "_18",
  aimed: "_19",
  begun: "_1a",
  figuresAt: "_1b",
  goesOn: "_1c",
  isSeen: "_1d",
  run: "_1e",
  give: "_1f",
  isBusy: "_1g",
  numbers: "_1h",
  spring: "_1i",
  stops: "_1j",
  thens: "_1k",
  turnsRound: "_1l",
  uses: "_1m",
  watches: "_1n",
  wayOf: "_1o",
  ends: "_1p",
  shareOf: "_1q",
  startOf: "_1r",
  differences: "_1s",
} as const;

/** The declarations of the runtime in their order, and the numbers of others that each needs. */
export const RUNTIME_PIECES: readonly {
  readonly uses: readonly number[];
  readonly text: string;
}[] = [
  {
    uses: [],
    text: 'function se(r,e,n){let t=n==="none"?e-r:(e-r)%360,o=Math.abs(t);return n==="shorter"&&o>180||n==="longer"&&o>0&&o<180||n==="increasing"&&t<0||n==="decreasing"&&t>0?t-360*Math.sign(t):t}',
  },
  {
    uses: [],
    text: "let he=100;",
  },
  {
    uses: [1],
    text: 'function xe({M:r},{grows:e,reach:n=he},t){let o=0;for(let{B:s,E:i,_z:a}of r)for(let l=0;l<s.channel.L;l++)!a&&i.Y&&(o=Math.max(o,Math.abs(i.value(t,l)-s.channel.value(t,l))*s._w));return e==="distance"?o/n:e==="root"?Math.sqrt(o/n):1}',
  },
  {
    uses: [],
    text: "let ie=400;",
  },
  {
    uses: [3],
    text: 'let Pe=(r,e)=>{let[n,t]=[Number.NaN,0];r._1j=({id:o},s)=>(t=s===n?t+1:1,n=s,t===ie+1&&e.note?.("stopped",s,o),t>ie),r._1a=({id:o},s,i,a)=>{e.note?.("begun",s,o,i,a),r.U(a,()=>{i.every(({B:u,D:d})=>u.channel.R(a)!==d)&&i.length>0&&a>s||(e.note?.("arrived",a,o),r._s(a,({when:u})=>u.on==="arrived"&&u.response===o))})}};',
  },
  {
    uses: [],
    text: 'let Le=(r,e)=>{let n=0;return(t,o)=>{if(o.type!=="press"&&o.type!=="release")return;let s=++n;if(o.type==="release")return;let i=e.W(o.figure);for(let a of e.responses){let{when:l}=a;if(l.on!=="hold"||!i.includes(l.figure))continue;let u=t+l.time;r.U(u,()=>{n===s&&r.Z(a,u)})}}};',
  },
  {
    uses: [],
    text: 'let we=(r,e)=>{let n=[];return(t,o)=>{if(!("x"in o))return;let s=n,{x:i,y:a,figure:l}=o,[u,d]=e.size,p=i>=0&&a>=0&&i<=u&&a<=d?e.W(l):[];n=p,r._s(t,({when:m})=>m.on==="leave"&&s.includes(m.figure)&&!p.includes(m.figure)||m.on==="enter"&&!s.includes(m.figure)&&p.includes(m.figure))}};',
  },
  {
    uses: [],
    text: 'let Ee=r=>(e,n)=>{n.type==="key-down"&&r._s(e,({when:t})=>t.on==="key"&&t.key===n.key)};',
  },
  {
    uses: [],
    text: "function j(r,{levers:e},n,t){for(let o of e?.values()??[]){let s=t(o.lever);s!==void 0&&isFinite(s)&&o._1f(n,s)&&r._1n?.(o,n)}}",
  },
  {
    uses: [8],
    text: 'let ke=(r,e)=>(n,t)=>{"x"in t&&j(r,e,n,({of:o})=>e._17?.(n,o,t))};',
  },
  {
    uses: [8],
    text: 'let Se=(r,e)=>(n,t)=>{"key"in t&&j(r,e,n,({of:o,range:s})=>o.kind==="key"&&o.key===t.key?s[t.type==="key-down"?1:0]:void 0)};',
  },
  {
    uses: [8],
    text: 'let We=(r,e)=>(n,t)=>{t.type==="lever"&&j(r,e,n,({id:o})=>o===t.lever?t.value:void 0)};',
  },
  {
    uses: [],
    text: "let Re=350;",
  },
  {
    uses: [12],
    text: 'let Te=()=>{let r;return(e,n)=>{if(n.type!=="press")return!1;let{figure:t}=n,o=r!==void 0&&e-r.time<=Re&&r.figure===t;return r=o?void 0:{time:e,figure:t},o}};',
  },
  {
    uses: [],
    text: 'let ae=r=>(e,n)=>{let t=r?.();return(o,s)=>{let i=t?.(o,s),{type:a}=s;if(a!=="press"&&a!=="release")return;let l=n.W(s.figure);e._s(o,({when:u})=>(u.on===a||u.on==="double-press"&&i===!0)&&l.includes(u.figure))}};',
  },
  {
    uses: [14],
    text: "let Me=ae();",
  },
  {
    uses: [13, 14],
    text: "let Ce=ae(Te);",
  },
  {
    uses: [],
    text: "let Ie=100;",
  },
  {
    uses: [17],
    text: 'let Oe=(r,e)=>{let n=[];let t=!1;r._q=(s,i,a,{M:l})=>{let{id:u,midFlight:d}=s,v=Math.max(i,...l.map(({B:m})=>m.channel.R(i)?.end??i)),p=d==="waits"&&(v>i||!t&&n.length>0);return!p&&(d!=="ignored"||v<=i)?!1:!p||!t&&n.length>=Ie?(e.note?.("ignored",i,u),!0):(t?n.unshift({response:s,pointer:a}):(n.push({response:s,pointer:a}),e.note?.("waits",i,u)),r.U(v,()=>o(v)),!0)};let o=s=>{let i=n.shift();if(!i)return;let a=n.length;t=!0,r.G(i.response,s,i.pointer),t=!1,a>0&&n.length===a&&r.U(s,()=>o(s))}};',
  },
  {
    uses: [],
    text: "function $({initial:r,range:e}){return r??e[0]}",
  },
  {
    uses: [],
    text: 'let I="rest";',
  },
  {
    uses: [],
    text: "function Q(r){let e=Math.floor(r)>>>0;return()=>{e=e+1831565813>>>0;let n=Math.imul(e^e>>>15,e|1);return n^=n+Math.imul(n^n>>>7,n|61),((n^n>>>14)>>>0)/2**32}}",
  },
  {
    uses: [],
    text: 'let Ae=(r,e)=>{for(let n of e.responses)n.when.on==="start"&&r.U(0,()=>r.Z(n,0))};',
  },
  {
    uses: [21],
    text: 'let Ne=(r,e)=>{for(let n of e.responses){let{when:t}=n;if(t.on!=="every")continue;let o=Q(t.seed??1),s=i=>{let a=(2*o()-1)*Math.min(t.jitter??0,t.time/2),l=i*t.time+a;r.U(l,()=>{r.Z(n,l),s(i+1)})};s(1)}};',
  },
  {
    uses: [],
    text: "let le=240;",
  },
  {
    uses: [26],
    text: 'let De=(r,e)=>{let n=(t,o,s)=>{let{when:i}=o;if(i.on!=="rises"&&i.on!=="falls"||i.lever!==t.lever.id)return;let a=t.channel.R(s),l=Fe(t,s,i.past,i.on==="rises");l!==void 0&&(r.U(l,()=>{t.channel.R(l)===a&&(r.Z(o,l),l>s&&n(t,o,l))}),l<=r._14&&r._x(r._14))};r._1n=(t,o)=>{for(let s of e.responses)n(t,s,o)}};',
  },
  {
    uses: [24],
    text: "function Fe({channel:r},e,n,t){let o=r.R(e);if(!o)return;let s=u=>t?u>n:u<n,i=u=>r.value(u);let a=o.G===e?o.from[0]:i(e),l=e;if(!s(a)&&s(i(e)))return e;for(let u=1;u<=le&&o.end>e;u++){let d=e+(o.end-e)*u/le,v=i(d);if(!s(a)&&s(v)){let[p,m]=[l,d];for(let c=0;c<40;c++){let y=(p+m)/2;s(i(y))?m=y:p=y}return m}[a,l]=[v,d]}}",
  },
  {
    uses: [],
    text: "function X(r){return{G:()=>0,at:(e,n)=>e<r?n:0,H:()=>0,length:e=>e===0?0:r}}",
  },
  {
    uses: [27],
    text: "let w=X(0);",
  },
  {
    uses: [],
    text: "function V(r,e,n){let t=e/(2*n),o=r/n,s=o-t*t,i=Math.sqrt(Math.abs(s)),a=s>=0,l=a?t:o/(t+i),u=d=>{let v=Math.exp(-l*d),p=a?Math.sin(i*d):-Math.expm1(-2*i*d)/2,m=v*(i*d<1e-8?d:p/i);return[(a?v*Math.cos(i*d):v)+l*m,m]};return{G:(d,v,p)=>v??-p,at(d,v,p){let[m,c]=u(d);return v*m+p*c},H(d,v,p){let[m,c]=u(d);return-v*o*c+p*(m-2*t*c)},length(d,v,p){if(!(l>0))return 1/0;let m=Math.abs(v+l*d);let c=1e9;for(let g=0;g<60;g++)c=Math.max(0,Math.log((Math.abs(d)+m*c)/p)/l);if(!a||i===0)return c;let y=Math.hypot(d,(v+t*d)/i);return Math.min(c,y>p?Math.log(y/p)/t:0)}}}",
  },
  {
    uses: [],
    text: "function _e({value:r,V:e},n){return{G:(t,o)=>o===void 0?0:o*n+t*e(0),at(t,o,s){let i=t/n;return i<1?o*(1-r(i))+s*i*(1-i)**2:0},H(t,o,s){let i=t/n;return i>1?0:(-o*e(i)+s*(1-i)*(1-3*i))/n},length:(t,o)=>t===0&&o===0?0:n}}",
  },
  {
    uses: [],
    text: "function J(r){return{G:()=>0,at:(e,n)=>n*Math.exp(-e/r),H:(e,n)=>-n/r*Math.exp(-e/r),length:(e,n,t)=>Math.abs(e)>t?r*Math.log(Math.abs(e)/t):0}}",
  },
  {
    uses: [27, 28],
    text: "function He(r,e,n,t){let o=e.value(t,0);if(!(r._1g(t)&&e.Y&&r._18(t)===o))return o>=.5||!e.Y?w:X(n.length(1,0,r.J))}",
  },
  {
    uses: [],
    text: "function E(r){return{value:(e,n)=>r[n],H:()=>0,Y:!0}}",
  },
  {
    uses: [],
    text: "let D=class{constructor(e,n,t){this.P=e,this.L=n,this.J=t,this.I=[]}R(e){let{I:n}=this;let[t,o]=[0,n.length];for(;t<o;){let s=t+o>>1;n[s].G<=e?t=s+1:o=s}return n[t-1]}value(e,n=0){return(this.R(e)??this.P).value(e,n)}H(e,n=0){return(this.R(e)??this.P).H(e,n)}_18(e,n=0){return(this.R(e)?.E??this.P).value(e,n)}_1g(e){let n=this.R(e);return n!==void 0&&e<n.end}G(e,n,t,o,s=Array.from({length:this.L},(i,a)=>this.value(e,a))){let i=s.map((p,m)=>{let[c,y]=[p-n.value(e,m),n.H(e,m)],g=t.G(c,o?this.H(e,m)-y:void 0,y);return[c,g]}),a=i.map(([p,m])=>t.length(p,m,this.J)),l=Math.max(e+Math.max(...a)*1e3,n._1p??e),u=(p,m)=>{let[c,y]=i[m];return t.at((p-e)/1e3,c,y)},d=(p,m)=>{let[c,y]=i[m];return t.H((p-e)/1e3,c,y)},v={G:e,end:l,E:n,way:t,from:s,fading:u,value:(p,m)=>n.value(p,m)+(p<l?u(p,m):0),H:(p,m)=>n.H(p,m)+(p>l?0:d(p,m))};return this.I.at(-1)?.G===e&&this.I.pop(),this.I.push(v),v}};",
  },
  {
    uses: [40],
    text: "let ue=(r,e,{how:n},t)=>({M:de(r,e.pose,t,n.route)});",
  },
  {
    uses: [35],
    text: "let Ge=(r,e,n,t,o)=>({M:ue(r,e,n,t,o).M.map(s=>({...s,_z:!0}))});",
  },
  {
    uses: [40, 43],
    text: "let Ke=(r,e,{how:n},t)=>{let o=Ue(r,e.poses);return{M:o===void 0?[]:de(r,o,t,n.route)}};",
  },
  {
    uses: [33, 44],
    text: "let Ve=(r,e,{how:n},t,o)=>{let{figure:s,channels:i}=e;return{M:i.flatMap(a=>{let l=r._19?.(t,s,a,o),u=r.channel?.(s,a);return l===void 0||!u?[]:[{B:u,E:E(Z(u,t,[l],n.route))}]})}};",
  },
  {
    uses: [33],
    text: "let Be=(r,e,n,t)=>{let{figure:o,channel:s,amount:i}=e,a=r.channel?.(o,s);return!a||a.channel.L>1?{M:[]}:{M:[{B:a,E:E([a.channel._18(t)+i])}]}};",
  },
  {
    uses: [20, 33, 44],
    text: "function de(r,e,n,t){return e!==I?r._11(e).map(({B:o,values:s})=>({B:o,pose:e,E:E(Z(o,n,s,t))})):[...r.B.values()].map(o=>{let{P:s}=o.channel,i=s.Y&&o.K?E(Z(o,n,[s.value(n,0)],t)):s;return{B:o,E:i,pose:e}})}",
  },
  {
    uses: [20, 42],
    text: "function pe(r,e){let n=e===I?[...r.B.values()]:r._11(e).map(({B:t})=>t);return ce(n,e)&&(e===I||n.length>0)}",
  },
  {
    uses: [20],
    text: "let ce=(r,e)=>r.every(n=>n.pose===e||e===I&&n.pose===null);",
  },
  {
    uses: [20, 41, 42],
    text: "function Ue(r,e){let n=e.flatMap(s=>r._11(s).map(({B:i})=>i)),t=s=>s===I?ce(n,s):pe(r,s),o=e.findIndex(t);return e[(o+1)%e.length]}",
  },
  {
    uses: [],
    text: 'function Z({K:r,channel:e},n,t,o="shorter"){if(!r)return t;let s=e.value(n);return[s+r(s,t[0],o)]}',
  },
  {
    uses: [],
    text: "function ee({curves:r},e){let[n,...t]=r[e],o=(s,i)=>{let[a,l,...u]=t.find(m=>s<m[1])??t.at(-1),d=(2*s-a-l)/(l-a);let[v,p]=[0,0];for(let m of u.reverse())p=p*d+v,v=v*d+m;return i?p*2/(l-a):v};return{value:s=>o(s,!1),V:s=>s?o(s,!0):n}}",
  },
  {
    uses: [],
    text: 'let Ye={pointerdown:"press",pointermove:"move"};',
  },
  {
    uses: [],
    text: "function B({_r:r,C:e},n,t){let o=r.getBoundingClientRect(),s=e.size[0]/o.width;return[(n-o.x)*s,(t-o.y)*s]}",
  },
  {
    uses: [46, 47],
    text: 'function qe(r){let e=!1;r.on("pointerdown pointermove pointerup pointercancel",n=>{let t=Ye[n.type]??"release",o=["","mouse"].includes(n.pointerType)?n.target:document.elementFromPoint(n.clientX,n.clientY);if(!n.isPrimary||n.button>0||(t==="press"?!r._r.contains(o):t==="release"&&!e))return;e=t==="press"||e&&t==="move";let[s,i]=B(r,n.clientX,n.clientY);r.send({type:t,x:s,y:i,figure:r._1b(o)[0]??null},n)})}',
  },
  {
    uses: [47],
    text: 'function ze(r){for(let e of r.C.pressable){let n=r.T.get(e);n&&(n.tabIndex=0,n.role??="button",r.on("keydown keyup",t=>{if(t.repeat||t.key!=="Enter"&&t.key!==" ")return;t.preventDefault();let o=n.getBoundingClientRect(),[s,i]=B(r,o.x+o.width/2,o.y+o.height/2);r.send({type:t.type==="keydown"?"press":"release",x:s,y:i,figure:e},t)},n))}}',
  },
  {
    uses: [],
    text: 'function je(r){let e=new Set;for(let{when:n}of r.C.responses)n.on==="key"&&e.add(n.key);for(let{of:n}of r.C.levers)n.kind==="key"&&e.add(n.key);r.on("keydown keyup",n=>{let{key:t,type:o,target:s,repeat:i,ctrlKey:a,metaKey:l,altKey:u}=n,d=s.closest?.("input,textarea,select,[contenteditable]");!e.has(t)||d||i||a||l||u||r.send({type:o==="keydown"?"key-down":"key-up",key:t},n)})}',
  },
  {
    uses: [],
    text: 'function $e(r){let e=n=>{let{scrollTop:t,scrollHeight:o,clientHeight:s}=document.scrollingElement;for(let{id:i,of:a,range:l}of r.C.levers){if(a.kind!=="scroll")continue;let u=t/(o-s||1),d=l[0]+(l[1]-l[0])*u;r.send({type:"lever",lever:i,value:d},n)}};r.on("scroll",e),document.scrollingElement?.scrollTop&&e()}',
  },
  {
    uses: [],
    text: 'function Qe(r){r.on("input",e=>{let{dataset:n,valueAsNumber:t}=e.target;n.lever&&r.send({type:"lever",lever:n.lever,value:t},e)})}',
  },
  {
    uses: [],
    text: "let me=.1;",
  },
  {
    uses: [53],
    text: 'function ye(r,e,n,t,o){let s=i=>n.value(r==="value"?t(i-e):Math.abs(o(i-e)));return{Y:!1,value:s,H:i=>r==="value"?n.V(t(i-e))*o(i-e):(s(i)-s(i-me))*1e3/me}}',
  },
  {
    uses: [],
    text: "let Xe=1e-4;",
  },
  {
    uses: [19, 33, 34, 55],
    text: "let U=class{constructor(e,n){this.lever=e,this.way=n;let{range:t}=e,o=Math.abs(t[1]-t[0])*Xe;this.channel=new D(E([$(e)]),1,o)}_1f(e,n){let[t,o]=this.lever.range,s=Math.min(Math.max(n,t),o);return this.channel._18(e)===s?!1:(this.channel.G(e,E([s]),this.way,!0),!0)}};",
  },
  {
    uses: [28, 56],
    text: "let ne=r=>({C:e,_u:n,_y:t},o)=>{o.levers=new Map(e.levers.map(s=>{let i=t||s.way.length===0?w:r(...s.way),a=new U(s,i);return n.push(a.channel),[s.id,a]}))};",
  },
  {
    uses: [31, 57],
    text: "let Je=ne(r=>J(r));",
  },
  {
    uses: [29, 57],
    text: "let Ze=ne((r,...e)=>V(r,...e));",
  },
  {
    uses: [29, 31, 57],
    text: "let en=ne((r,...e)=>e.length>0?V(r,...e):J(r));",
  },
  {
    uses: [45, 54],
    text: 'function nn({C:r,N:e},n){for(let[t,o,s,i,a]of r.followers){let l=ee(r,s),u=()=>(typeof o=="number"?e[o]:n.levers?.get(o))?.channel;e[t].channel.P=ye(i,a,l,d=>u().value(d),d=>u().H(d))}}',
  },
  {
    uses: [],
    text: "function rn(r,e){if(r===0)return e[0]>=.5;let n=e.reduce((t,o)=>t*Math.cos(o*Math.PI/180),r);return n>0||r>0&&n===0}",
  },
  {
    uses: [],
    text: "function Y(r,e){return Math.atan2(r,-e)*180/Math.PI}",
  },
  {
    uses: [47],
    text: 'function q(r,e,n,t){let o=e.appendChild(document.createElement("i"));o.style.cssText=`position:absolute;left:${n};top:${t}`;let{x:s,y:i}=o.getBoundingClientRect();return o.remove(),B(r,s,i)}',
  },
  {
    uses: [64],
    text: 'function te(r,e){let[n,t]=getComputedStyle(e).transformOrigin.split(" ");return q(r,e,n,t)}',
  },
  {
    uses: [],
    text: "function tn({C:r,_12:e},n){n.channel=(t,o)=>{let s=r.channels.findIndex(i=>i[0]===t&&i[1]===o);return s<0?void 0:e(s)}}",
  },
  {
    uses: [63, 65],
    text: 'function on(r,e){e._19=(n,t,o,{x:s,y:i})=>{let a=r.T.get(t);if(!a)return;r.paint(n);let[l,u]=te(r,a);return o==="rotate"?Y(s-l,i-u):(e.channel?.(t,o)?.channel.value(n)??0)+(o==="x"?s-l:i-u)}}',
  },
  {
    uses: [],
    text: "let re=999;",
  },
  {
    uses: [63, 64, 65, 68],
    text: 'function sn(r,e){e._19=(n,t,o,{x:s,y:i})=>{let a=r.T.get(t),l=a?.parentElement;if(!l)return;r.paint(n);let[[u,d],[v,p],[m,c]]=[q(r,l,"0","0"),q(r,l,`${re}px`,"0"),q(r,l,"0",`${re}px`)],[y,g]=te(r,a),{x,y:L}=new DOMMatrix([v-u,p-d,m-u,c-d,0,0]).inverse().transformPoint({x:s-y,y:i-g});return Number.isNaN(x)?void 0:o==="rotate"?Y(x,L):(e.channel?.(t,o)?.channel.value(n)??0)+re*(o==="x"?x:L)}}',
  },
  {
    uses: [],
    text: 'function fe({C:r},e){e._17=(n,t,{x:o,y:s})=>{let i=r.levers.find(a=>a.of===t)?.corner??0;return t.kind==="pointer-x"?o-i:t.kind==="pointer-y"?s-i:void 0}}',
  },
  {
    uses: [63, 65, 70],
    text: 'function an(r,e){fe(r,e);let n=e._17;e._17=(t,o,s)=>{if(o.kind!=="angle"&&o.kind!=="distance")return n?.(t,o,s);let i=r.T.get(o.figure);if(!i)return;r.paint(t);let[a,l]=te(r,i),[u,d]=[s.x-a,s.y-l];return o.kind==="angle"?Y(u,d):Math.hypot(u,d)}}',
  },
  {
    uses: [],
    text: "function ve(r,e,n,t){let o=new Map,s=e.then.map(i=>r._1k[i.do]?.(r,i,e,n,t));for(let i of s)for(let a of i?.M??[])o.set(a.B.O,a);return{M:[...o.values()],_1c:s.some(i=>i?._1c),_10:i=>{for(let a of s)a?._10?.(i)}}}",
  },
  {
    uses: [],
    text: 'let be="";',
  },
  {
    uses: [28, 72, 73],
    text: 'function ge(r,e){let n=[];let t=Number.NEGATIVE_INFINITY,o={x:0,y:0,figure:null};let s=(c,y)=>{if(!isFinite(c))return;let g=n.length;for(;g>0&&n[g-1].S>c;)g--;n.splice(g,0,{S:c,_1e:y})},i=()=>n[0]?.S??1/0,a=c=>{for(;i()<=c;)t=Math.max(t,i()),n.shift()?._1e();t=Math.max(t,c)},l=(c,y)=>{for(let g of r.responses)y(g)&&u(g,c)},u=(c,y)=>{p._1j?.(c,y)||(c.inPose===void 0||r._16?.(r,c.inPose))&&d(c,y,o)},d=(c,y,g)=>{let x=ve(r,c,y,g);x._1c&&x.M.length===0||p._q?.(c,y,g,x)||v(c,y,x)},v=(c,y,g)=>{let{how:x,midFlight:L}=c,O=r._1o(x,r._1q?.(g,x,y)??1),A=[];let M=y;for(let{B:k,E:N,_z:H,_1l:F,pose:G}of g.M){let{channel:R}=k,C=R.R(y),S=C!==void 0&&y<C.end,_=R.H(y),T=H?w:k._t?k._t(R,N,O,y):O;if(!T)continue;let f=R.G(y,N,T,L==="keeps-speed"&&!F&&(S||_!==0),L==="starts-over"&&S?C.from:r._1r?.(k,y));k.pose=G??be,M=Math.max(M,f.end),A.push({B:k,D:f,_15:S,Q:_})}g._10?.(p),p._1a?.(c,y,A,M)},p={get _14(){return t},get _v(){return i()},U:s,_s:l,_x:a,Z:u,G:d,send(c,y){a(c),r.note?.("event",c,y),"x"in y&&(o=y);for(let g of m)g?.(c,y)}},m=e.map(c=>c(p,r));return p}',
  },
  {
    uses: [28, 33, 34, 74],
    text: 'function ln(r,e,{reduced:n="auto",note:t,now:o},{F:s,_1m:i,A:a,K:l,_t:u,_1i:d,curve:v,_13:p,_1d:m}){let c=o??(()=>performance.now()),y=c(),g=n==="auto"?matchMedia("(prefers-reduced-motion: reduce)").matches:n,x=f=>e.querySelector(f),L=new Map;for(let[f,[b,h]]of Object.entries(r.figures)){let P=x(b);P&&(P.style.cssText+=h,L.set(f,P))}e.style.touchAction=r.touch;let O=r.shown.map(([f,...b])=>({element:x(f),X:b,text:""})),A=r.channels.map(([,,f,b,h,...P],W)=>({O:W,_w:h,pose:null,channel:new D(E(P),P.length,b),K:f===1?l:void 0,_t:f===2?u:void 0})),M=A.map(({channel:f})=>f),k=new Map;let N=0,H=0;let F=new AbortController,G=f=>Math.max((f&&!o?f.timeStamp:c())-y,T._14),R=()=>{N===0&&(N=requestAnimationFrame(()=>{N=0,C()}))},C=()=>{let f=G();T._x(f),S.paint(f);let b=!1;for(let{I:h}of M){for(;(h[1]?.G??f)<f-r.lag-1;)h.shift();b||=(h.at(-1)?.end??0)+r.lag>f}clearTimeout(H),!F.signal.aborted&&(b?R():isFinite(T._v)&&(H=window.setTimeout(R,T._v-f)))},S={C:r,_r:e,_y:g,T:L,N:A,_u:M,_1b:f=>[...L].filter(([,b])=>f&&b.contains(f)).sort(([,b],[,h])=>b.contains(h)?1:-1).map(([b])=>b),_12(f){let b=A[f];return k.set(f,b),b},on(f,b,h=document){let{signal:P}=F;for(let W of f.split(" "))h.addEventListener(W,b,{capture:!0,signal:P})},send(f,b){T.send(G(b),f),R()},paint(f){for(let b of O){let[h,P,W]=b.X,oe=P.map(K=>typeof K=="string"?K:M[K>>2]?.value(f,K&3)),z=W===void 0?oe.join(""):m?.(W,oe)?"inherit":"hidden";b.text!==z&&b.element?.style.setProperty(h,z),b.text=z}}},_={...a,B:k,note:t,size:r.size,responses:r.responses,_11:f=>(r.poses[f]??[]).map(([b,...h])=>({B:S._12(b),values:h})),_1o({curve:f,duration:b},h){let P=f,W=b*h/1e3;return g?w:typeof P!="number"?d?.(...P)??w:W>0&&p&&v?.(p(r,P),W)||w},W:f=>[...S._1b(L.get(f)),null]},T=ge(_,s);for(let f of i)f(S,_);return C(),{send:S.send,paint:C,stop:()=>F.abort()}}',
  },
];
